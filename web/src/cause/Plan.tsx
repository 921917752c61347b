import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client } from "../api/client";
import { cautions } from "../api/queries";
import type { StepProps } from "../look/InspectionStep";
import { Marked } from "../marks/Mark";
import { Cautions } from "../parts/Cautions";
import { Trouble } from "../parts/Trouble";
import { usePlant } from "../plant/PlantPage";
import { actionPlaces } from "../words";
import { run } from "../parts/run";

/** Marks the plant as kept apart, with one tap where it is asked for. */
function KeepApart() {
  const { plant } = usePlant();
  const cache = useQueryClient();
  const [trouble, setTrouble] = useState<unknown>();
  const mark = async () => {
    const body = { version: plant.version, intake: { ...plant.intake, kept_apart: true } };
    try {
      const saved = await ask(client.PUT("/api/v1/plants/{id}", { params: { path: { id: plant.id } }, body }));
      cache.setQueryData(["plant", saved.id], saved);
      await cache.invalidateQueries({ queryKey: ["plants"] });
    } catch (e) {
      setTrouble(e);
    }
  };
  return (
    <div>
      <Button onClick={() => run(mark())}>Mark it as kept apart</Button>
      {trouble !== undefined && <Trouble error={trouble} />}
    </div>
  );
}

/** What to do about the causes that are acted on, by the step that picks it up. */
export function Plan({ desk, knowledge }: StepProps) {
  const { plan } = desk.server.causes;
  const { plant } = usePlant();
  const all = useQuery(cautions).data ?? [];
  const actions = knowledge.actions.filter((a) => plan.includes(a.code));
  if (actions.length === 0) return null;
  const care = all.filter((c) => actions.some((a) => a.cautions?.includes(c.code)));
  return (
    <section className="plan">
      <h2>What to do</h2>
      <div className="plan-places">
        {actionPlaces.map(([place, words]) => {
          const here = actions.filter((a) => a.at === place);
          if (here.length === 0) return null;
          return (
            <div key={place}>
              <h3>{words}</h3>
              <ul>
                {here.map((a) => (
                  <li key={a.code}>
                    <Marked text={a.words} />
                    {a.code === "isolate" && !plant.intake.kept_apart && <KeepApart />}
                  </li>
                ))}
              </ul>
            </div>
          );
        })}
      </div>
      <Cautions cautions={care} />
    </section>
  );
}
