import type { Outcome, RaceResult } from "../../lib/api/client";
import { Marked } from "../../ui/Mark";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { tell } from "../../words/race";

/** What would help most, in order. What changes nothing is left out. */
export function Levers({ race: r, shown }: { race: RaceResult; shown: Outcome }) {
  const helps = r.levers.filter((l) => l.helps);
  return (
    <section data-part="levers">
      <h2>{tell("what-would-help-most")}</h2>
      {helps.length === 0 && (
        <Why>{shown.good ? tell("nothing-is-needed-leave-it-as-it") : tell("none-of-the-usual-changes-helps")}</Why>
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
