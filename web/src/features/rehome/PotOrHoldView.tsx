import { Button } from "antd";
import { Link } from "react-router";
import type { HomePlan, Rehoming, RouteChoice } from "../../lib/api/client";
import { run } from "../../lib/run";
import { listed } from "../../lib/words";
import { Marked } from "../../ui/Mark";
import { Headline, Why, Aside } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Saved, Standing } from "../../ui/Standing";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/rehome";
import { WhereItStands } from "../places";
import { Flips, PlantSoFar, usePlant } from "../plant";
import { OwnSides } from "../settings";
import { Now } from "./Now";
import { AtHome } from "./RehomeStep";
import css from "./rehome.module.css";
import { usePlan } from "./useHome";

/** Pot it now or hold it bare, with the reasons of both schools. */
export default function PotOrHoldView() {
  return (
    <div className={view.step}>
      <AtHome>{(r) => <Decision r={r} />}</AtHome>
      <PlantSoFar />
    </div>
  );
}

function Decision({ r }: { r: Rehoming }) {
  const { desk, entered: plan, server, standing } = usePlan(r);
  const d = server.decision;
  const { plant } = usePlant();
  const change = (part: Partial<HomePlan>) => desk.change((now) => ({ ...now, ...part }));
  const route = server.route;
  return (
    <section data-part="decide">
      <Saved standing={standing} />
      <Standing what="plan" standing={standing} onSettle={(k) => run(desk.settle(k))} onUndo={() => desk.undo()} />
      {server.homes[0] && (
        <>
          <Now home={server.homes[0]} r={server} drawn />
          <h2>{tell("should-it-move")}</h2>
        </>
      )}
      <Headline>
        <Say of={d.headline} />
      </Headline>
      <ul>
        {d.reasons.map((t) => (
          <li key={t.value}>
            <Marked text={t} />
          </li>
        ))}
      </ul>
      {d.decision === "ask" ? <WhereItStands /> : <WhereTo decision={d.decision} />}
      {d.side && <Schools side={d.side} others={d.others} />}
      <AskedFor r={server} />
      {d.until.length > 0 && (
        <section>
          <h2>{tell("what-has-to-be-seen-before-this")}</h2>
          {(plant.advice?.kind === "home" || plant.advice?.code === "stay") && <Flips advice={plant.advice} />}
          <ul data-part="until">
            {d.until.map((t) => (
              <li key={t.value}>
                <Marked text={t} />
              </li>
            ))}
          </ul>
        </section>
      )}
      {d.routes.length > 0 && (ways.includes(d.decision) || !!plan.route) && (
        <section>
          <h2>{tell("ways-from-here")}</h2>
          <ul className={view.rows}>
            {d.routes.map((c) => (
              <li key={c.route.code}>
                <RouteRow
                  c={c}
                  on={c.route.code === route?.code}
                  onTake={() => change({ route: c.advised ? undefined : c.route.code })}
                />
              </li>
            ))}
          </ul>
          {route && (
            <p>
              <Tell
                of="choose-pot-and-mix-or-go-to-the"
                with={{
                  hold: route.hold && !plan.pot && (
                    <>
                      <Tell of="whether-it-roots-in-time-by-each" parts={{ link: <Link to=".." /> }} />{" "}
                    </>
                  ),
                }}
                parts={{ link: <Link to="../pot" />, link2: <Link to="../jobs" /> }}
              />
            </p>
          )}
        </section>
      )}
      <section>
        <OwnSides at="home" taken={plan.sides} onTake={(sides) => change({ sides })} />
      </section>
    </section>
  );
}

type SchoolsProps = { side: NonNullable<Rehoming["decision"]["side"]>; others: Rehoming["decision"]["others"] };

/** Which of the schools this plant follows, and what others say. */
const Schools = ({ side, others }: SchoolsProps) => (
  <section data-part="schools">
    <h2>{tell("growers-differ-on-it")}</h2>
    <p>
      <Tell
        of="this-plant-follows"
        with={{ side: <b>{side.choice.name}</b>, why: <Marked text={side.choice.reason} /> }}
      />
    </p>
    {others.map((o) => (
      <Why key={o.choice.code}>
        <Tell of="others" with={{ choice: o.choice.name, why: <Marked text={o.choice.reason} /> }} />
      </Why>
    ))}
  </section>
);

/** Decisions from which a way is chosen. */
const ways = ["pot", "hold", "nest", "ask"];

const steps: Record<string, readonly [string, string]> = {
  read: ["../../roots", tell("read-its-roots")],
  look: ["../../look", tell("look-it-over")],
  unpot: ["../../unpot", tell("how-it-comes-out")],
  leave: ["../../look", tell("what-its-look-says")],
};

/** Where the decision is made, when it is not made here. */
function WhereTo({ decision }: { decision: string }) {
  const to = steps[decision];
  if (!to) return null;
  return (
    <p>
      <Link to={to[0]}>{to[1]}</Link>
    </p>
  );
}

/** What its causes ask of the new home. */
export function AskedFor({ r }: { r: Rehoming }) {
  if (r.asked.length === 0) return null;
  return (
    <section>
      <h2>{r.route?.hold ? tell("once-it-is-potted-its-causes-ask") : tell("what-its-causes-ask-for")}</h2>
      <ul>
        {r.asked.map((a) => (
          <li key={a.code} data-asked={a.code}>
            <Marked text={a.words} /> <Aside>{tell("for", { causes: listed(a.causes) })}</Aside>
          </li>
        ))}
      </ul>
    </section>
  );
}

function RouteRow({ c, on, onTake }: { c: RouteChoice; on: boolean; onTake: () => void }) {
  return (
    <Button type="text" block aria-pressed={on} data-route={c.route.code} onClick={onTake}>
      <span className={`${view.line} ${css.route}`}>
        <span>
          {c.route.name}
          {c.advised && <em> {tell("advised")}</em>}
          {!c.suits && <em className={css.not}> {tell("not-for-its-kind")}</em>}
        </span>
        <small>{c.route.hold ? tell("stays-bare") : tell("a-home-to-stay-in")}</small>
        {c.reasons.map((t) => (
          <small key={t.value}>
            <Say of={t} />
          </small>
        ))}
      </span>
    </Button>
  );
}
