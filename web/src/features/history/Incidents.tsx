import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { ask, client, type Timeline } from "../../lib/api/client";
import { timeline } from "../../lib/api/queries";
import { today } from "../../lib/dates";
import { useSend } from "../../lib/send";
import { accidentWords } from "../../lib/words";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/history";
import { usePlant } from "../plant";

type What = "broken-root" | "lost-root" | "snapped-growth" | "torn-leaf" | "lost-bulb" | "lost-spike";

/** Something broke: one tap notes it, with what it means for the months to come. */
export function Incidents() {
  const { plant } = usePlant();
  const cache = useQueryClient();
  const told = useQuery(timeline(plant.id)).data;
  const at = { params: { path: { id: plant.id } } };
  const { send, trouble } = useSend<Timeline>({
    then: (told) => cache.setQueryData(["plant", plant.id, "timeline"], told),
  });
  const fresh = told?.entries.filter((e) => e.kind === "incident" && e.id && e.on === today()) ?? [];
  return (
    <section data-part="incidents" aria-label={tell("something-broke")}>
      <h2>{tell("something-broke-2")}</h2>
      <Row>
        {accidentWords.map(([code, words]) => (
          <Button
            key={code}
            onClick={() =>
              send(() => ask(client.POST("/api/v1/plants/{id}/incidents", { ...at, body: { what: code as What } })))
            }
          >
            {words}
          </Button>
        ))}
      </Row>
      {trouble && <Trouble error={trouble} />}
      <ul>
        {fresh.map((e) => (
          <li key={e.id}>
            <Tell
              of="noted-today"
              with={{
                explains: e.explains ? <Marked text={e.explains} /> : <Say of={e.words} />,
                undo: (
                  <Plain
                    onClick={() =>
                      send(() =>
                        ask(
                          client.PUT("/api/v1/plants/{id}/incidents", {
                            ...at,
                            body: { incident_id: e.id ?? 0, withdrawn: true },
                          }),
                        ),
                      )
                    }
                  >
                    {tell("take-it-back")}
                  </Plain>
                ),
              }}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
