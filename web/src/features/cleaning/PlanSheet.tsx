import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useRef, useState, type ReactNode } from "react";
import { Link } from "react-router";
import { RootFan } from "../../draw/fan/RootFan";
import { ask, client, type Cleaning, type CutItem, type Job, type Reading } from "../../lib/api/client";
import { courses, reading as readingQuery } from "../../lib/api/queries";
import { tellDoubt } from "../../lib/changed";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { abreast, gradeWords, length, percent, ranged } from "../../lib/words";
import { Cautions } from "../../ui/Care";
import { Facts } from "../../ui/Facts";
import { AllDone, Below } from "../../ui/Job";
import { Notice } from "../../ui/Notice";
import { Plain } from "../../ui/Plain";
import { Headline, Lead, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/cleaning";
import { Incidents } from "../history";
import { PlantSoFar, usePlant } from "../plant";
import { AddJob } from "./AddJob";
import { CutJob, type Feel } from "./CutJob";
import { PlanJob, unreadOf } from "./PlanJob";
import css from "./cleaning.module.css";
import { useCleaning, type CleaningWork } from "./useCleaning";

/** The plan of the cleaning, in working order: to check off as it is done, or on paper. */
export default function PlanSheet() {
  const { plant } = usePlant();
  const id = plant.latest?.reading_id;
  const r = useQuery({ ...readingQuery(id ?? 0), enabled: !!id });
  const work = useCleaning(plant.id);
  const wrong = (r.error && !r.data && r.error) || (work.asked.error && !work.asked.data && work.asked.error);
  if (wrong) return <Trouble error={wrong} again={() => run(Promise.all([r.refetch(), work.asked.refetch()]))} />;
  if (!work.asked.data || (id && !r.data)) return <Waiting />;
  const read = r.data?.verdict.grade.code ? r.data : undefined;
  return <Sheet cleaning={work.asked.data} work={work} reading={read} />;
}

/** Keeps one answer after the other; the last one is what the page then shows. */
function useInTurn(id: number) {
  const cache = useQueryClient();
  const waiting = useRef(0);
  const { send, trouble } = useSend<Reading>({
    inTurn: `reading ${id}`,
    then: (answer) => waiting.current === 1 && cache.setQueryData(["reading", id], answer),
    but: tellDoubt,
    after: () => {
      waiting.current--;
    },
  });
  const keep = (what: () => Promise<Reading>) => {
    waiting.current++;
    send(what);
  };
  return { keep, trouble };
}

/** The treatments that go on: a spray checked off here began one. */
function Going({ plantID }: { plantID: number }) {
  const going = useQuery(courses(plantID)).data?.filter((t) => !t.closed_on && !t.unreadable) ?? [];
  return going.map((t) => (
    <p key={t.id} data-part="going">
      <Link to="pests">{t.schedule.pest.name}</Link>: <Say of={t.schedule.headline} />
    </p>
  ));
}

type Props = { cleaning: Cleaning; work: CleaningWork; reading?: Reading };

function Sheet({ cleaning: c, work, reading: r }: Props) {
  const { plant } = usePlant();
  const [chosen, setChosen] = useState<string>();
  const list = r?.cut_list;
  const closed = !!c.closed_on;
  const care = c.plan.jobs.flatMap((j) => j.care);

  const { tick, correct, trouble } = useCuts(r);
  return (
    <div className={`${view.step} ${css.clean}`} data-jobs={(list?.items.length ?? 0) > 30 ? "many" : undefined}>
      <section className={css.view}>
        <Head cleaning={c} reading={r} />
        <Going plantID={plant.id} />
        {c.suspect && <Last cleaning={c} />}
        {r && (
          <RootFan
            reading={r.reading}
            verdict={r.verdict}
            cuts
            done={Object.fromEntries(r.cut_list.items.map((it) => [it.id, it.done]))}
            selected={chosen}
            onSelect={setChosen}
            height={250}
          />
        )}
        {trouble && <Trouble error={trouble} />}
      </section>
      <section className={css.plan} aria-label={tell("plan")}>
        <Stages
          cleaning={c}
          work={work}
          cuts={(job) =>
            r && job.items.length > 0 && <Cuts job={job} {...{ reading: r, closed, chosen, tick, correct }} />
          }
        />
        <End cleaning={c} work={work} reading={r} />
        <Incidents />
      </section>
      <div className={css.onPaper}>
        <Cautions cautions={care.filter((x, i) => care.findIndex((y) => y.code === x.code) === i)} />
      </div>
      <PlantSoFar>{r && <After reading={r} />}</PlantSoFar>
    </div>
  );
}

/** Cuts that are done, and roots that feel otherwise. */
function useCuts(r?: Reading) {
  const cache = useQueryClient();
  const { keep, trouble } = useInTurn(r?.id ?? 0);
  const list = r?.cut_list;
  const tick = (it: CutItem, count: number) => {
    if (!r || !list) return;
    // Shown at once, so that quick taps count on from each other.
    cache.setQueryData(["reading", r.id], {
      ...r,
      cut_list: { ...list, items: list.items.map((x) => (x.id === it.id ? { ...x, done: count } : x)) },
    });
    const at = { params: { path: { id: r.id } } };
    keep(() => ask(client.PUT("/api/v1/readings/{id}/ticks", { ...at, body: { item: it.id, count } })));
  };
  const correct = (it: CutItem, feel: Feel, count: number) => {
    if (!r) return;
    const body = { version: r.version, root_id: it.root_id, feel, count };
    const at = { params: { path: { id: r.id } } };
    keep(() => ask(client.PUT("/api/v1/readings/{id}/corrections", { ...at, body })));
  };
  return { tick, correct, trouble };
}

type CutsProps = Omit<ReturnType<typeof useCuts>, "trouble"> & {
  job: Job;
  reading: Reading;
  closed: boolean;
  chosen?: string;
};

/** The cuts that are part of a job, as the reading has them now. */
function Cuts({ job, reading: r, closed, chosen, tick, correct }: CutsProps) {
  const now = r.cut_list.items;
  const uncut = now.filter((it) => it.done < it.count);
  const own = job.items.map((it) => now.find((x) => x.id === it.id) ?? it);
  return (
    <>
      {!closed && uncut.length > 1 && (
        <Below>
          <Plain data-all onClick={() => uncut.forEach((it) => tick(it, it.count))}>
            {tell("all-cuts-are-done", { count: uncut.length })}
          </Plain>
        </Below>
      )}
      <ol className={css.cuts} aria-label={tell("cut-list")}>
        {own.map((it) => (
          <CutJob
            key={it.id}
            item={it}
            rules={r.verdict.rules}
            chosen={it.root_id === chosen}
            onTick={tick}
            onCorrect={correct}
          />
        ))}
      </ol>
    </>
  );
}

/** Whose plan it is, what it comes to, and what it waits for. */
function Head({ cleaning: c, reading: r }: { cleaning: Cleaning; reading?: Reading }) {
  const { plant, profile } = usePlant();
  const list = r?.cut_list;
  return (
    <>
      <div className={css.onPaper}>
        <b>{plant.intake.tag}</b> {profile.name}.{r && ` ${tell("roots-read-on", { readon: day(r.read_on) })}`}
      </div>
      <div className={`${view.line} ${css.head}`}>
        <div>
          <Headline>
            {c.closed_on ? tell("cleaned-and-closed-on", { closedon: day(c.closed_on) }) : <Say of={c.plan.headline} />}
          </Headline>
          {list && (
            <Why>
              <Say of={list.headline} />
            </Why>
          )}
        </div>
        {c.plan.jobs.length > 0 && <Button onClick={() => window.print()}>{tell("print-the-list")}</Button>}
      </div>
      {!list && c.plan.jobs.length > 0 && (
        <Lead>
          <Tell of="the-cut-list-is-drawn-up-from" parts={{ link: <Link to="../roots" /> }} />
        </Lead>
      )}
      {!list && c.plan.jobs.length === 0 && (
        <p>
          <Tell
            of="the-plan-is-drawn-up-from-the"
            parts={{ link: <Link to="../look" />, link2: <Link to="../roots" /> }}
          />
        </p>
      )}
    </>
  );
}

type StagesProps = { cleaning: Cleaning; work: CleaningWork; cuts: (job: Job) => ReactNode };

/** The jobs, stage by stage. */
function Stages({ cleaning: c, work, cuts }: StagesProps) {
  const shownBefore = repeats(c.plan.jobs);
  return (
    <>
      {c.plan.stages.map((stage) => {
        const jobs = c.plan.jobs.filter((j) => j.stage === stage.code);
        if (jobs.length === 0) return null;
        return (
          <section key={stage.code} className={css.stage} data-stage={stage.code}>
            <h2>{stage.name}</h2>
            {jobs.map((j) => (
              <PlanJob
                key={j.code}
                job={j}
                cleaning={c}
                work={work}
                cuts={cuts(j)}
                repeated={shownBefore.has(j.code)}
              />
            ))}
          </section>
        );
      })}
    </>
  );
}

/** What is checked off at once or added, and the end of it. */
function End({ cleaning: c, work, reading: r }: Props) {
  const list = r?.cut_list;
  const closed = !!c.closed_on;
  /** What can be checked off at once: nothing with cautions not read, nor what goes cut by cut. */
  const ready = c.plan.jobs.filter(
    (j) => j.state === "open" && unreadOf(j, c).length === 0 && (!r || j.items.length === 0),
  );

  return (
    <>
      {!!list?.stale?.length && (
        <Why>
          {tell("checked-off-that-the-reading-no", {
            count: list.stale.length,
          })}
        </Why>
      )}
      {work.trouble && work.trouble.job === undefined && <Trouble error={work.trouble.error} />}
      <div className={`${view.line} ${css.end}`}>
        {!closed && <AllDone ready={ready.length} onAll={() => ready.forEach((j) => run(work.mark(j, "done")))} />}
        {!closed && <AddJob stages={c.plan.stages} onAdd={work.add} />}
        {c.plan.jobs.length > 0 && (
          <Button type={closed ? "default" : "primary"} onClick={() => run(work.close(!closed))}>
            {closed ? tell("open-it-again") : tell("close-the-cleaning")}
          </Button>
        )}
      </div>
    </>
  );
}

/** The jobs whose cautions all stand at an earlier job as well. */
function repeats(jobs: Job[]): Set<string> {
  const seen = new Set<string>();
  const again = new Set<string>();
  for (const j of jobs) {
    const own = j.care.map((x) => `${j.product ?? ""}/${x.code}`);
    if (own.length > 0 && own.every((x) => seen.has(x))) again.add(j.code);
    own.forEach((x) => seen.add(x));
  }
  return again;
}

/** Why this plant waits, and for which ones. */
function Last({ cleaning: c }: { cleaning: Cleaning }) {
  const { plant } = usePlant();
  return (
    <Notice is="alarm">
      <Say of={plant.handle} />{" "}
      {c.before.length > 0 ? (
        <Tell
          of="before-it-do"
          with={{
            plants: c.before.map((p, i) => (
              <span key={p.id}>
                {i > 0 && ", "}
                <Link to={`/plants/${p.id}/cleaning`}>{p.tag}</Link>
              </span>
            )),
          }}
        />
      ) : (
        tell("no-clean-plant-is-waiting")
      )}
    </Notice>
  );
}

function After({ reading: r }: { reading: Reading }) {
  const t = r.verdict.totals;
  return (
    <div className={css.after}>
      <h2>{tell("after-cleaning")}</h2>
      <Facts
        rows={[
          [tell("left-alive"), ranged(t.live_after_mm.low, t.live_after_mm.high, length)],
          [tell("living-length-cut"), ranged(t.lost_mm.low, t.lost_mm.high, length)],
          [tell("wounds"), String(t.wounds)],
          [tell("anchors"), String(t.anchors)],
          [
            tell("as-it-was-found"),
            abreast([
              gradeWords[r.verdict.grade.code],
              ranged(t.viable_by_length.low, t.viable_by_length.high, percent),
            ]),
          ],
        ]}
      />
    </div>
  );
}
