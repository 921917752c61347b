import { Link } from "react-router";
import type { Advice, Advised } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { Marked } from "../../ui/Mark";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { tell } from "../../words/plant";
import css from "./plant.module.css";

/** The step where an advice is followed. */
export const pageOf = (plantID: number, a: Pick<Advised | Advice, "page">) =>
  `/plants/${plantID}/${["rehome", "places"].includes(a.page) ? "rehome/pot-or-hold" : a.page}`;

/** What one does at the step where an advice is followed. */
export const doWords: Record<string, string> = {
  look: tell("look-it-over"),
  unpot: tell("how-it-comes-out"),
  roots: tell("read-its-roots"),
  causes: tell("the-next-check"),
  cleaning: tell("treat-it"),
  rehome: tell("pot-or-hold"),
  places: tell("say-where-it-stands"),
  aftercare: tell("its-aftercare"),
};

/** The one advice for the plant, the same on every step. */
export function AdviceLine({ plantID, advice }: { plantID: number; advice: Advice | undefined }) {
  if (!advice) return null;
  return (
    <p className={css.advice} data-advice={advice.code}>
      <Link to={`/plants/${plantID}`}>
        <Say of={advice.headline} />
      </Link>{" "}
      <Say of={advice?.until} />
    </p>
  );
}

/** What else is to be done, beside the headline. */
export function Also({ texts }: { texts: Advice["also"] }) {
  if (texts.length === 0) return null;
  return (
    <>
      <h3>{tell("also")}</h3>
      <ul data-part="also">
        {texts.map((t) => (
          <li key={t.value}>
            <Marked text={t} />
          </li>
        ))}
      </ul>
    </>
  );
}

/** The single facts that would change the advice. */
export function Flips({ advice }: { advice: Advice }) {
  if (advice.flips.length === 0) return null;
  return (
    <>
      <h3>{tell("what-would-change-it")}</h3>
      <ul className={css.flips} data-part="flips">
        {advice.flips.map((f) => (
          <li key={f.if.value}>
            <Marked text={f.if} />
            <b>
              <Say of={f.then} />
            </b>
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
      <h3>{tell("make-ready-beforehand")}</h3>
      <ul>
        {advice.ready.map((r) => (
          <li key={r.do.text}>
            <b>{r.on ? `${day(r.on)}: ` : ""}</b>
            <Say of={r.do} />.{" "}
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
