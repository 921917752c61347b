import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Noted, RoundGroup, RoundItem, Today as Day } from "../../lib/api/client";
import { round } from "../../lib/api/queries";
import { followed } from "../../lib/changed";
import { day } from "../../lib/dates";
import { useKeys } from "../../lib/keyboard";
import { useNarrow } from "../../lib/narrow";
import { run } from "../../lib/run";
import { listed, media, volume } from "../../lib/words";
import { Between } from "../../ui/Between";
import { AllDone } from "../../ui/Job";
import { Key } from "../../ui/Key";
import { Marked } from "../../ui/Mark";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside, Headline, Lead, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/today";
import { checkIn, felt, nameOf, RoundJob, useAftercare } from "../aftercare";
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
        <h1>{tell("today")}</h1>
        <Aside>{day(t.day)}</Aside>
        {items.length > 0 && (
          <span className={css.screen}>
            <Plain onClick={() => print()}>{tell("print")}</Plain>
          </span>
        )}
      </div>
      <TodayNav />
      <Headline role="status">
        <Say of={t.headline} />
      </Headline>
      {t.open > 0 && <CarryLine t={t} />}
      {Boolean(work.trouble) && <Trouble error={work.trouble} />}
      <div role="status">{work.told && <Lead>{work.told}</Lead>}</div>
      <div className={css.round}>
        <Alarms t={t} />
        {t.turns.map((turn) => (
          <section key={turn.turn} aria-label={turns[turn.turn]} data-turn={turn.turn}>
            <Between turn={turn.turn} />
            {turn.groups.map((g) => (
              <GroupOf key={g.job} group={g} work={work} at={at} />
            ))}
          </section>
        ))}
        <Errands t={t} />
        <Unfollowed t={t} />
        <Beside t={t} />
      </div>
      {items.length > 0 && !narrow && (
        <Why>
          <span className={css.screen}>
            <Tell
              of="j-k-from-job-to-job-x-done-d-was"
              parts={{
                key: <Key>{null}</Key>,
                key2: <Key>{null}</Key>,
                key3: <Key>{null}</Key>,
                key4: <Key>{null}</Key>,
                key5: <Key>{null}</Key>,
                key6: <Key>{null}</Key>,
                key7: <Key>{null}</Key>,
              }}
            />
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
    c.plain_ml > 0 && <span key="plain">{tell("plain-water", { plainml: volume(c.plain_ml) })}</span>,
    c.seaweed_ml > 0 && (
      <span key="seaweed">{tell("water-with-a-quarter-of-the", { seaweedml: volume(c.seaweed_ml) })}</span>
    ),
    ...c.feed.map((b) => (
      <span key={b.ppm_n}>
        {volume(b.ml)}{" "}
        <Link to={`/mixing?do=feed&ppm=${b.ppm_n}&l=${Math.ceil(b.ml / 100) / 10}`}>
          {tell("feed-of-ppm-n", { ppmn: b.ppm_n })}
        </Link>
      </span>
    )),
    c.blades > 0 && <span key="blades">{tell("gloves", { blades: c.blades })}</span>,
    c.labels > 0 && <span key="labels">{tell("labels", { labels: c.labels })}</span>,
  ].filter(Boolean);
  if (parts.length === 0) return null;
  return (
    <p className={`${view.line} ${css.carry}`} data-part="carry">
      <b>{tell("carry")}</b> {parts}
    </p>
  );
}

/** Alarms, with what to do. */
function Alarms({ t }: { t: Day }) {
  if (t.alarms.length === 0) return null;
  return (
    <ul className={view.rows} aria-label={tell("alarms")} data-part="alarms">
      {t.alarms.map((a) => (
        <li key={`${a.plant_id} ${a.then.text}`} className={view.ruled} data-tone="act">
          <Link to={`/plants/${a.plant_id}/aftercare`}>{a.tag}</Link> <Say of={a.then} />
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
        {open.length > 0 && (
          <Aside>{[g.ml && volume(g.ml), tell("min", { minutes: g.minutes })].filter(Boolean).join(" · ")}</Aside>
        )}
        {byOneTap.includes(g.job) && <AllDone ready={open.length} onAll={all} />}
        {done.length > 1 && open.length === 0 && (
          <Button
            type="link"
            onClick={() => work.undo(done.map((i) => ({ id: i.done?.id ?? 0, plant_id: i.plant_id, job: i.job })))}
          >
            {tell("take-all-back", { count: done.length })}
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
    <section data-part="errands" aria-label={tell("at-the-bench")}>
      <h2>{tell("at-the-bench")}</h2>
      <ul className={view.rows}>
        {t.errands.map((e) => (
          <li key={e.plant_id} className={view.ruled} data-tone={e.turn === "clean" ? "green" : "umber"}>
            <Link to={pageOf(e.plant_id, e.advised)}>{e.tag}</Link> <Say of={e.advised.headline} />
            {e.turn !== "clean" && (
              <Aside> {e.turn === "apart" ? tell("kept-apart-last") : tell("suspect-after-the-clean-ones")}</Aside>
            )}
          </li>
        ))}
      </ul>
      {t.more && (
        <Lead>
          <Tell
            of="work-an-evenings-crates-puts"
            with={{ more: t.more }}
            parts={{ link: <Link to="/today/evening" /> }}
          />
        </Lead>
      )}
    </section>
  );
}

/** Plants whose care cannot be worked out: the one fact that is missing is given here by one tap. */
function Unfollowed({ t }: { t: Day }) {
  const cache = useQueryClient();
  const [error, setError] = useState<unknown>();
  if (t.unfollowed_count === 0) return null;
  const name = tell("are-not-followed", { count: t.unfollowed_count });
  return (
    <section data-part="unfollowed" aria-label={name} className={css.screen}>
      <h2>{name}</h2>
      <Why>{tell("no-watering-is-worked-out", { count: t.unfollowed_count })}</Why>
      {t.unfollowed.map((p) => (
        <Row key={p.plant_id} words label={p.tag}>
          <Link to={`/plants/${p.plant_id}/${p.missing === "home" ? "rehome" : "aftercare"}`}>{p.tag}</Link>
          <Marked text={p.why} />
          {p.missing === "medium" && (
            <Pick
              bare
              label={tell("it-stands-in", { tag: p.tag })}
              value={undefined}
              empty={tell("choose-its-medium")}
              options={mediums}
              onChange={(code) =>
                run(checkIn(cache, p.plant_id, { stands_in: code as Noted["stands_in"] }).then(followed, setError))
              }
            />
          )}
        </Row>
      ))}
      {Boolean(error) && <Trouble error={error} />}
      {t.unfollowed_count > t.unfollowed.length && (
        <Link to="/bench?unfollowed=yes">{tell("show-all-that-are-not-followed")}</Link>
      )}
    </section>
  );
}

const mediums = media.flatMap(([value, label]) => (value === "none" ? [] : [{ value, label }]));

/** What comes next, and what dropped out. */
function Beside({ t }: { t: Day }) {
  return (
    <>
      {t.coming.length > 0 && (
        <section data-part="coming" aria-label={tell("in-the-next-days")}>
          <h2>{tell("in-the-next-days")}</h2>
          <ul>
            {t.coming.map((c) => (
              <li key={`${c.on} ${c.job}`}>
                {day(c.on)}: {c.name}, {listed(c.tags)}
              </li>
            ))}
          </ul>
        </section>
      )}
      {t.dropped.length > 0 && (
        <section data-part="dropped" aria-label={tell("dropped-out")}>
          <h2>{tell("dropped-out")}</h2>
          <ul>
            {t.dropped.map((d) => (
              <li key={`${d.plant_id} ${d.do.text}`}>
                <Link to={`/plants/${d.plant_id}/aftercare`}>{d.tag}</Link>: <Say of={d.do} />. <Marked text={d.why} />
              </li>
            ))}
          </ul>
        </section>
      )}
      {t.open === 0 && t.turns.length === 0 && (
        <Row words>
          <Link to="/bench">{tell("to-the-bench")}</Link>
        </Row>
      )}
    </>
  );
}

/** Who is handled when. */
const turns = { clean: tell("turn-clean"), suspect: tell("turn-suspect"), apart: tell("turn-apart") };
