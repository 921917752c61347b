import type { Outcome, RaceResult } from "../api/client";
import { Marked } from "../marks/Mark";
import { span } from "./chances";

/** What would help most, in order. What changes nothing is left out. */
export function Levers({ race: r, shown }: { race: RaceResult; shown: Outcome }) {
  const helps = r.levers.filter((l) => l.gain >= 0.01 || l.dry_days >= 3);
  return (
    <section className="levers">
      <h2>What would help most</h2>
      {helps.length === 0 && (
        <p className="why">
          {shown.chance > 0.9
            ? "Nothing is needed. Leave it as it is."
            : "None of the usual changes helps by itself. Look for another way of holding it."}
        </p>
      )}
      <ol>
        {helps.map((l) => (
          <li key={l.code} data-lever={l.code}>
            <b>{l.name}</b> {l.gain >= 0.01 && <span>{Math.round(l.gain * 100)} more of a hundred root in time. </span>}
            {l.dry_days >= 3 && <span>It lasts {l.dry_days > 182 ? "far" : span(l.dry_days)} longer. </span>}
            <Marked text={l.do} />
          </li>
        ))}
      </ol>
    </section>
  );
}
