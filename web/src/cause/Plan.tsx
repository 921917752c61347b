import { useQuery } from "@tanstack/react-query";
import { cautions } from "../api/queries";
import type { StepProps } from "../look/InspectionStep";
import { Mark } from "../marks/Mark";
import { Cautions } from "../parts/Cautions";
import { actionPlaces } from "../words";

/** What to do about the causes that are acted on, by the step that picks it up. */
export function Plan({ desk, knowledge }: StepProps) {
  const { plan } = desk.server.causes;
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
                    {a.words.value} <Mark from={a.words} />
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
