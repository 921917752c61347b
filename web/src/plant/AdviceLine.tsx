import { Link } from "react-router";
import type { Advice, Advised } from "../api/client";
import { Marked } from "../marks/Mark";
import { day, untilWords } from "../words";

/** The step where an advice is followed. */
export const pageOf = (plantID: number, a: Advised | Advice) =>
  a.page === "places" ? "/places" : `/plants/${plantID}/${a.page === "home" ? "home/decide" : a.page}`;

/** The one advice for the plant, the same on every step. */
export function AdviceLine({ plantID, advice }: { plantID: number; advice: Advice | undefined }) {
  if (!advice) return null;
  return (
    <p className="plant-advice" data-advice={advice.code}>
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
      <ul className="flips">
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
              <p key={c.code} className="why">
                <Marked text={c.words} />
              </p>
            ))}
          </li>
        ))}
      </ul>
    </>
  );
}
