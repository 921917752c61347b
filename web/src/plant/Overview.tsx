import { Link } from "react-router";
import type { Advice, Text } from "../api/client";
import { Marked } from "../marks/Mark";
import { Fold } from "../parts/Fold";
import { untilWords } from "../words";
import { Flips, MakeReady, pageOf } from "./AdviceLine";
import { MayI } from "./MayI";
import { usePlant } from "./PlantPage";
import { PlantSoFar } from "./PlantSoFar";
import "./overview.css";

/** One plant at a glance: its one advice, and whether one may do what one wishes to. */
export default function Overview() {
  const { plant } = usePlant();
  return (
    <div className="step overview">
      <section>
        {plant.advice && <TheAdvice plantID={plant.id} advice={plant.advice} />}
        <MayI />
      </section>
      <PlantSoFar without="look" />
    </div>
  );
}

const doWords: Record<string, string> = {
  look: "Look it over",
  unpot: "How it comes out",
  roots: "Read its roots",
  cause: "The next check",
  home: "Pot or hold",
  places: "Say how humid it is",
};

/** How many reasons are said at once. */
const unfolded = 3;

/** The advice with its reasons, what to do until then, and what would change it. */
function TheAdvice({ plantID, advice: a }: { plantID: number; advice: Advice }) {
  const more = a.because.slice(unfolded);
  return (
    <section className="the-advice" data-advice={a.code} aria-label="What is advised">
      <p className="headline" aria-live="polite">
        {a.headline} {untilWords(a)}
      </p>
      <p>
        <Link to={pageOf(plantID, a)}>{doWords[a.page]}</Link>
      </p>
      <Said texts={a.because.slice(0, unfolded)} />
      {more.length > 0 && (
        <Fold className="normal" summary="More reasons">
          <Said texts={more} />
        </Fold>
      )}
      {a.meanwhile.length > 0 && (
        <>
          <h3>Until then</h3>
          <Said texts={a.meanwhile} />
        </>
      )}
      <MakeReady advice={a} />
      <Flips advice={a} />
    </section>
  );
}

function Said({ texts }: { texts: Text[] }) {
  return (
    <ul>
      {texts.map((t) => (
        <li key={t.value}>
          <Marked text={t} />
        </li>
      ))}
    </ul>
  );
}
