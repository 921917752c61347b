import { useQuery } from "@tanstack/react-query";
import { cautions } from "../../lib/api/queries";
import { actionPlaces } from "../../lib/words";
import { Cautions } from "../../ui/Care";
import { Marked } from "../../ui/Mark";
import view from "../../ui/view.module.css";
import { tell } from "../../words/causes";
import { type StepProps } from "../look";

/** What to do about the causes that are acted on, by the step that picks it up. */
export function Plan({ desk }: Pick<StepProps, "desk">) {
  const { do: actions, later: waiting } = desk.server.causes;
  const all = useQuery(cautions).data ?? [];
  if (actions.length + waiting.length === 0) return null;
  const care = all.filter((c) => actions.some((a) => a.cautions.includes(c.code)));
  return (
    <section data-part="plan">
      <h2>{tell("what-to-do")}</h2>
      <div className={view.columns}>
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
                  </li>
                ))}
              </ul>
            </div>
          );
        })}
      </div>
      {waiting.length > 0 && (
        <>
          <h3>{tell("once-it-is-out-of-its-pot-and")}</h3>
          <ul>
            {waiting.map((a) => (
              <li key={a.code}>
                <Marked text={a.words} />
              </li>
            ))}
          </ul>
        </>
      )}
      <Cautions cautions={care} />
    </section>
  );
}
