import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { RoundGroup, RoundItem, Today as Day } from "../../lib/api/client";
import { round } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { useKeys } from "../../lib/keyboard";
import { useNarrow } from "../../lib/narrow";
import { run } from "../../lib/run";
import { listed, volume } from "../../lib/words";
import { Between } from "../../ui/Between";
import { AllDone } from "../../ui/Job";
import { Key } from "../../ui/Key";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside, Headline, Lead, Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { felt, nameOf, RoundJob, useAftercare } from "../aftercare";
import { pageOf } from "../plant";
import { TodayNav } from "./TodayNav";
import css from "./today.module.css";

/** Jobs of which a whole group is done by one tap: nothing has to be seen for them. */
const byOneTap = ["flush", "rinse", "seaweed", "soak", "refill", "water", "little", "mist", "air"];

/** Today: what wants one, in the order in which it is done. */
export function Today() {
  const found = useQuery(round);
  const work = useAftercare();
  const narrow = useNarrow();
  const t = found.data;
  const items = t?.turns.flatMap((turn) => turn.groups.flatMap((g) => g.items)) ?? [];
  const at = useItemKeys(items, work);
  if (!t) return found.error ? <Trouble error={found.error} again={() => run(found.refetch())} /> : <Waiting />;
  return (
    <main className={view.sheet} data-part="today">
      <div className={`${view.line} ${css.head}`}>
        <h1>Today</h1>
        <Aside>{day(t.day)}</Aside>
        {items.length > 0 && (
          <span className={css.screen}>
            <Plain onClick={() => print()}>Print</Plain>
          </span>
        )}
      </div>
      <TodayNav />
      <Headline role="status">{t.headline}</Headline>
      {t.open > 0 && <CarryLine t={t} />}
      {Boolean(work.trouble) && <Trouble error={work.trouble} />}
      <div role="status">{work.told && <Lead>{work.told}</Lead>}</div>
      <div className={css.round}>
        <Alarms t={t} />
        {t.turns.map((turn) => (
          <section key={turn.turn} aria-label={turn.turn} data-turn={turn.turn}>
            <Between turn={turn.turn} />
            {turn.groups.map((g) => (
              <GroupOf key={g.job} group={g} work={work} at={at} />
            ))}
          </section>
        ))}
        <Errands t={t} />
        <Beside t={t} />
      </div>
      {items.length > 0 && !narrow && (
        <Why>
          <span className={css.screen}>
            <Key>j</Key> <Key>k</Key> from job to job, <Key>x</Key> done, <Key>d</Key> was dry, done, <Key>w</Key> still
            wet, left, <Key>l</Key> not now, <Key>u</Key> taken back.
          </span>
        </Why>
      )}
    </main>
  );
}

/** From job to job by keys, and what came of each. Which one is at hand comes back. */
function useItemKeys(items: RoundItem[], work: ReturnType<typeof useAftercare>) {
  const [at, setAt] = useState("");
  useKeys((key) => {
    const i = items.findIndex((it) => nameOf(it.plant_id, it.job) === at);
    const go = (to: number) => {
      const it = items[Math.max(0, Math.min(items.length - 1, to))];
      if (!it) return false;
      const name = nameOf(it.plant_id, it.job);
      setAt(name);
      document.querySelector(`[data-item="${name}"]`)?.scrollIntoView({ block: "nearest" });
      return true;
    };
    if (key === "j" || key === "ArrowDown") return go(i + 1);
    if (key === "k" || key === "ArrowUp") return go(i - 1);
    const it = items[i];
    if (!it) return false;
    if (key === "u" && it.done) {
      work.undo([{ id: it.done.id, plant_id: it.plant_id, job: it.job }]);
      return true;
    }
    const feel = felt.includes(it.job);
    if (it.done || !(feel || byOneTap.includes(it.job))) return false;
    if (key === "x" || (key === "d" && feel))
      work.tick([
        {
          plant_id: it.plant_id,
          job: it.job,
          outcome: "done",
          ppm_n: it.ppm_n,
          ...(key === "d" && { was: "dry" as const }),
        },
      ]);
    else if (key === "w" && feel)
      work.tick([{ plant_id: it.plant_id, job: it.job, outcome: "left", because: "still-wet" }]);
    else if (key === "l") work.tick([{ plant_id: it.plant_id, job: it.job, outcome: "left", because: "not-now" }]);
    else return false;
    go(i + 1);
    return true;
  });
  return at;
}

/** What one takes along. */
function CarryLine({ t }: { t: Day }) {
  const c = t.carry;
  const parts = [
    c.plain_ml > 0 && <span key="plain">{volume(c.plain_ml)} plain water</span>,
    c.seaweed_ml > 0 && <span key="seaweed">{volume(c.seaweed_ml)} water with a quarter of the label’s seaweed</span>,
    ...c.feed.map((b) => (
      <span key={b.ppm_n}>
        {volume(b.ml)}{" "}
        <Link to={`/mixing?do=feed&ppm=${b.ppm_n}&l=${Math.ceil(b.ml / 100) / 10}`}>feed of {b.ppm_n} ppm N</Link>
      </span>
    )),
    c.blades > 0 && <span key="blades">{c.blades === 1 ? "a new blade" : `${c.blades} new blades`}, gloves</span>,
    c.labels > 0 && <span key="labels">{c.labels === 1 ? "a label" : `${c.labels} labels`}</span>,
  ].filter(Boolean);
  if (parts.length === 0) return null;
  return (
    <p className={`${view.line} ${css.carry}`} data-part="carry">
      <b>Carry</b> {parts}
    </p>
  );
}

/** Alarms, with what to do. */
function Alarms({ t }: { t: Day }) {
  if (t.alarms.length === 0) return null;
  return (
    <ul className={view.rows} aria-label="Alarms" data-part="alarms">
      {t.alarms.map((a) => (
        <li key={`${a.plant_id} ${a.then}`} className={view.ruled} data-tone="act">
          <Link to={`/plants/${a.plant_id}/aftercare`}>{a.tag}</Link> {a.then}
        </li>
      ))}
    </ul>
  );
}

type GroupProps = { group: RoundGroup; work: ReturnType<typeof useAftercare>; at: string };

/** One job on several plants, by place. */
function GroupOf({ group: g, work, at }: GroupProps) {
  const open = g.items.filter((i) => !i.done && !work.doing[nameOf(i.plant_id, i.job)]);
  const done = g.items.filter((i) => i.done);
  const all = () =>
    work.tick(open.map((i: RoundItem) => ({ plant_id: i.plant_id, job: i.job, outcome: "done", ppm_n: i.ppm_n })));
  return (
    <section aria-label={g.name} data-group={g.job}>
      <div className={`${view.line} ${css.head}`}>
        <h2>{g.name}</h2>
        {open.length > 0 && <Aside>{[g.ml && volume(g.ml), `${g.minutes} min`].filter(Boolean).join(" · ")}</Aside>}
        {byOneTap.includes(g.job) && <AllDone ready={open.length} onAll={all} />}
        {done.length > 1 && open.length === 0 && (
          <Button
            type="link"
            onClick={() => work.undo(done.map((i) => ({ id: i.done?.id ?? 0, plant_id: i.plant_id, job: i.job })))}
          >
            Take all {done.length} back
          </Button>
        )}
      </div>
      {g.items.some((i) => i.late_days) && (
        <Why>
          <Marked text={g.late} />
        </Why>
      )}
      {g.items.map((i) => (
        <RoundJob key={nameOf(i.plant_id, i.job)} item={i} work={work} at={nameOf(i.plant_id, i.job) === at} />
      ))}
    </section>
  );
}

/** What has a page of its own: looks, rounds of treatment, what is to be unpotted or potted. */
function Errands({ t }: { t: Day }) {
  if (t.errands.length === 0) return null;
  return (
    <section data-part="errands" aria-label="At the bench">
      <h2>At the bench</h2>
      <ul className={view.rows}>
        {t.errands.map((e) => (
          <li key={e.plant_id} className={view.ruled} data-tone={e.turn === "clean" ? "green" : "umber"}>
            <Link to={pageOf(e.plant_id, e.advised)}>{e.tag}</Link> {e.advised.headline}
            {e.turn !== "clean" && (
              <Aside> {e.turn === "apart" ? "Kept apart: last." : "Suspect: after the clean ones."}</Aside>
            )}
          </li>
        ))}
      </ul>
      {t.more && (
        <Lead>
          {t.more === 1 ? "One more plant wants" : `${t.more} more plants want`} work.{" "}
          <Link to="/today/evening">An evening’s crates</Link> puts them in order.
        </Lead>
      )}
    </section>
  );
}

/** What comes next, and what dropped out. */
function Beside({ t }: { t: Day }) {
  return (
    <>
      {t.coming.length > 0 && (
        <section data-part="coming" aria-label="In the next days">
          <h2>In the next days</h2>
          <ul>
            {t.coming.map((c) => (
              <li key={`${c.on} ${c.job}`}>
                {day(c.on)}: {c.name.toLowerCase()}, {listed(c.tags)}
              </li>
            ))}
          </ul>
        </section>
      )}
      {t.dropped.length > 0 && (
        <section data-part="dropped" aria-label="Dropped out">
          <h2>Dropped out</h2>
          <ul>
            {t.dropped.map((d) => (
              <li key={`${d.plant_id} ${d.do}`}>
                <Link to={`/plants/${d.plant_id}/aftercare`}>{d.tag}</Link>: {d.do.toLowerCase()}.{" "}
                <Marked text={d.why} />
              </li>
            ))}
          </ul>
        </section>
      )}
      {t.open === 0 && t.turns.length === 0 && (
        <Row words>
          <Link to="/bench">To the bench</Link>
        </Row>
      )}
    </>
  );
}
