import type { Outcome, RaceResult } from "../../lib/api/client";
import { Marked } from "../../ui/Mark";
import { Why } from "../../ui/Said";

/** What would help most, in order. What changes nothing is left out. */
export function Levers({ race: r, shown }: { race: RaceResult; shown: Outcome }) {
  const helps = r.levers.filter((l) => l.helps);
  return (
    <section data-part="levers">
      <h2>What would help most</h2>
      {helps.length === 0 && (
        <Why>
          {shown.good
            ? "Nothing is needed. Leave it as it is."
            : "None of the usual changes helps by itself. Look for another way of holding it."}
        </Why>
      )}
      <ol>
        {helps.map((l) => (
          <li key={l.code} data-lever={l.code}>
            <b>{l.name}</b> {l.words} <Marked text={l.do} />
          </li>
        ))}
      </ol>
    </section>
  );
}
