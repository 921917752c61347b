import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type Timeline } from "../api/client";
import { timeline } from "../api/queries";
import { Marked } from "../marks/Mark";
import { Trouble } from "../parts/Trouble";
import { usePlant } from "../plant/PlantPage";
import { accidentWords, today } from "../words";
import { run } from "../parts/run";

type What = "broken-root" | "lost-root" | "snapped-growth" | "torn-leaf" | "lost-bulb" | "lost-spike";

/** Something broke: one tap notes it, with what it means for the months to come. */
export function Incidents() {
  const { plant } = usePlant();
  const cache = useQueryClient();
  const told = useQuery(timeline(plant.id)).data;
  const [trouble, setTrouble] = useState<unknown>();
  const at = { params: { path: { id: plant.id } } };
  const keep = async (send: Promise<Timeline>) => {
    try {
      cache.setQueryData(["plant", plant.id, "timeline"], await send);
      setTrouble(undefined);
    } catch (e) {
      setTrouble(e);
    }
  };
  const fresh = told?.entries.filter((e) => e.kind === "incident" && e.id && e.on === today()) ?? [];
  return (
    <section className="incidents" aria-label="Something broke">
      <h2>Something broke?</h2>
      <div className="choice-options">
        {accidentWords.map(([code, words]) => (
          <button
            key={code}
            type="button"
            className="turned"
            onClick={() =>
              run(keep(ask(client.POST("/api/v1/plants/{id}/incidents", { ...at, body: { what: code as What } }))))
            }
          >
            {words}
          </button>
        ))}
      </div>
      {trouble !== undefined && <Trouble error={trouble} />}
      <ul>
        {fresh.map((e) => (
          <li key={e.id}>
            Noted today: {e.explains ? <Marked text={e.explains} /> : e.words}
            <button
              type="button"
              className="plain"
              onClick={() =>
                run(
                  keep(
                    ask(
                      client.PUT("/api/v1/plants/{id}/incidents", {
                        ...at,
                        body: { incident_id: e.id ?? 0, withdrawn: true },
                      }),
                    ),
                  ),
                )
              }
            >
              Take it back
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
