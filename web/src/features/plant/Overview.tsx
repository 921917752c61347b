import { Link } from "react-router";
import type { Advice, Plant } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { sheetOf, labelOf } from "../../lib/papers";
import { abreast } from "../../lib/words";
import { Listed } from "../../ui/Mark";
import { Row } from "../../ui/Row";
import { Aside, Headline, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/plant";
import { Incidents } from "../history";
import { MayI } from "../wishes";
import { Also, Flips, MakeReady } from "./AdviceLine";
import { Example } from "./Example";
import { nextOf } from "./NextStep";
import { PlantSoFar } from "./PlantSoFar";
import css from "./plant.module.css";
import { stepsOf } from "./steps";
import { usePlant } from "./usePlant";

/** One plant at a glance: its one advice, where it is on its way, and whether one may do what one wishes to. */
export default function Overview() {
  const { plant } = usePlant();
  return (
    <div className={view.step}>
      <section>
        <Example plantID={plant.id} />
        {plant.ended && <Ended of={plant.ended} />}
        {plant.advice && <TheAdvice advice={plant.advice} next={nextOf(plant, "")} />}
        {!plant.archived_at && <MayI />}
        <h2>{tell("where-it-is-on-its-way")}</h2>
        <ol className={`${view.tiles} ${css.way}`} data-part="way">
          {stepsOf(plant).map((s) => (
            <li key={s.path}>
              <Link to={s.path}>
                <b>{s.name}</b>
                <Aside>{s.came}</Aside>
              </Link>
            </li>
          ))}
        </ol>
        <h2>{tell("its-papers-weights-and-accidents")}</h2>
        <Row words>
          <Link to="history">{tell("case-sheet-and-history")}</Link>
          <Link to="weights">{tell("weights")}</Link>
          <a href={labelOf([plant.id], false)} target="_blank" rel="noreferrer">
            {tell("label-pdf")}
          </a>
          <a href={sheetOf(plant.id)} target="_blank" rel="noreferrer">
            {tell("case-sheet-pdf")}
          </a>
        </Row>
        {!plant.archived_at && <Incidents />}
      </section>
      <PlantSoFar without="look" />
    </div>
  );
}

/** How a plant that is off the bench left it. */
const Ended = ({ of }: { of: NonNullable<Plant["ended"]> }) => (
  <section data-part="ended" aria-label={tell("off-the-bench")}>
    <Headline>
      <Say of={of.words} />
    </Headline>
    <Why>{tell("off-the-bench-since", { on: day(of.on) })}</Why>
  </section>
);

/** What the advice rests on: what was noted, and when. */
function Rests({ on }: { on: Advice["rests"] }) {
  if (on.length === 0) return null;
  const said = on.map(({ name, how, on: noted }) =>
    noted ? tell("premise-of-a-day", { name, how, day: day(noted) }) : tell("premise", { name, how }),
  );
  return (
    <p data-part="rests">
      <Aside>{tell("based-on", { premises: abreast(said) })}</Aside>
    </p>
  );
}

/** How many reasons are said at once. */
const unfolded = 3;

/** The advice with its reasons, what to do until then, and what would change it. */
function TheAdvice({ advice: a, next }: { advice: Advice; next: ReturnType<typeof nextOf> }) {
  return (
    <section data-part="advice" data-advice={a.code} aria-label={tell("what-is-advised")}>
      <Headline>
        <Say of={a.headline} /> <Say of={a?.until} />
      </Headline>
      {next && (
        <p>
          <Tell of="next" with={{ link: <Link to={next.to}>{next.words}</Link> }} />
        </p>
      )}
      <Listed texts={a.because} most={unfolded} />
      <Rests on={a.rests} />
      <Also texts={a.also} />
      {a.meanwhile.length > 0 && (
        <>
          <h3>{tell("until-then")}</h3>
          <Listed texts={a.meanwhile} />
        </>
      )}
      <MakeReady advice={a} />
      <Flips advice={a} />
    </section>
  );
}
