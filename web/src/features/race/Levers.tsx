import type { RaceResult } from "../../lib/api/client";
import { Marked } from "../../ui/Mark";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { tell } from "../../words/race";

/** What would help most, in order. What changes nothing is left out. */
export function Levers({ race: r }: { race: RaceResult }) {
  const helps = r.levers.filter((l) => l.helps);
  return (
    <section data-part="levers">
      <h2>{tell("what-would-help-most")}</h2>
      {r.no_lever && (
        <Why>
          <Say of={r.no_lever} />
        </Why>
      )}
      <ol>
        {helps.map((l) => (
          <li key={l.code} data-lever={l.code}>
            <b>{l.name}</b> <Say of={l.words} /> <Marked text={l.do} />
          </li>
        ))}
      </ol>
    </section>
  );
}
