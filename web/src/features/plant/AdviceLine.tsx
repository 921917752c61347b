import { Link } from "react-router";
import type { Advice, Advised } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { untilWords } from "../../lib/words";
import { Marked } from "../../ui/Mark";
import { Why } from "../../ui/Said";
import css from "./plant.module.css";

/** The step where an advice is followed. */
export const pageOf = (plantID: number, a: Pick<Advised | Advice, "page">) =>
  `/plants/${plantID}/${["rehome", "places"].includes(a.page) ? "rehome/pot-or-hold" : a.page}`;

/** What one does at the step where an advice is followed. */
export const doWords: Record<string, string> = {
  look: "Look it over",
  unpot: "How it comes out",
  roots: "Read its roots",
  causes: "The next check",
  cleaning: "Treat it",
  rehome: "Pot or hold",
  places: "Say where it stands",
  aftercare: "Its aftercare",
};

/** The one advice for the plant, the same on every step. */
export function AdviceLine({ plantID, advice }: { plantID: number; advice: Advice | undefined }) {
  if (!advice) return null;
  return (
    <p className={css.advice} data-advice={advice.code}>
      <Link to={`/plants/${plantID}`}>{advice.headline}</Link> {untilWords(advice)}
    </p>
  );
}

/** The single facts that would change the advice. */
export function Flips({ advice }: { advice: Advice }) {
  if (advice.flips.length === 0) return null;
  return (
    <>
      <h3>What would change it</h3>
      <ul className={css.flips} data-part="flips">
        {advice.flips.map((f) => (
          <li key={f.if.value}>
            <Marked text={f.if} />
            <b>{f.then}</b>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What must be ready beforehand, with its day. */
export function MakeReady({ advice }: { advice: Advice }) {
  if (advice.ready.length === 0) return null;
  return (
    <>
      <h3>Make ready beforehand</h3>
      <ul>
        {advice.ready.map((r) => (
          <li key={r.do}>
            <b>{r.on ? `${day(r.on)}: ` : ""}</b>
            {r.do}.{" "}
            {r.how.map((t) => (
              <Marked key={t.value} text={t} />
            ))}
            {r.cautions.map((c) => (
              <Why key={c.code}>
                <Marked text={c.words} />
              </Why>
            ))}
          </li>
        ))}
      </ul>
    </>
  );
}
