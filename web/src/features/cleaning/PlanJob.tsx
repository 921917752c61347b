import { useQuery } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { inAWord, type Cleaning, type Job as CleaningJob, type OnShelf, type Use } from "../../lib/api/client";
import { Use as used } from "../../lib/api/fields";
import { shelf } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { abreast, figure, listed } from "../../lib/words";
import { Care, LeaveOut } from "../../ui/Care";
import { FieldError } from "../../ui/Field";
import { Figure } from "../../ui/Figure";
import { Followed } from "../../ui/Followed";
import { Below, Job, JobBox } from "../../ui/Job";
import { Marked } from "../../ui/Mark";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Tell, tell } from "../../words/cleaning";
import { usePlant } from "../plant";
import { JobTimer } from "../timers";
import type { CleaningWork } from "./useCleaning";

type Props = {
  job: CleaningJob;
  cleaning: Cleaning;
  work: CleaningWork;
  cuts: ReactNode;
  /** Its cautions stand at an earlier job too. */
  repeated: boolean;
};

/** The cautions of a job that this person has not read yet. */
export const unreadOf = (j: CleaningJob, c: Cleaning) =>
  j.care.filter((x) => !c.seen.some((s) => s.caution === x.code && (s.product ?? "") === (j.product ?? "")));

/** One job: what, how much, how long, why; with its cautions, its timer and its mix. */
export function PlanJob({ job: j, cleaning: c, work, cuts, repeated }: Props) {
  const { plant } = usePlant();
  const [why, setWhy] = useState(false);
  const [skipping, setSkipping] = useState(false);
  const [uses, setUses] = useState<Use[]>([]);
  const closed = !!c.closed_on;
  const unread = unreadOf(j, c);
  const trouble = work.trouble?.job === j.code ? work.trouble.error : undefined;
  const finished = j.state !== "open";
  const open = j.state === "open" && !closed;
  const box = cuts ? (
    <JobBox label={tell("by-its-cuts", { do: j.do.value })} state={j.state} disabled onTurn={() => undefined} />
  ) : (
    <JobBox
      label={tell("done", { do: j.do.value })}
      state={j.state}
      disabled={closed}
      onTurn={() => run(work.mark(j, finished ? "open" : "done", finished ? {} : { uses }))}
    />
  );
  return (
    <Job
      code={j.code}
      state={j.state}
      box={box}
      do={j.do.value}
      amount={amountOf(j)}
      said={finished && <SaidOf job={j} />}
      tools={
        <>
          {j.minutes && open ? <JobTimer job={j.code} minutes={j.minutes} of={j.do.value} plantID={plant.id} /> : null}
          {j.product && j.volume_ml && open ? <Link to={mixLink(j, plant.id)}>{tell("mix-it")}</Link> : null}
          {j.code === "soak-flush" && !finished && <Link to="/mixing?do=water">{tell("how-much-water")}</Link>}
          {open && (
            <Plain
              aria-expanded={skipping}
              onClick={() => setSkipping(!skipping)}
              aria-label={tell("leave-out-2", { do: j.do.value })}
            >
              {tell("leave-out")}
            </Plain>
          )}
          {!closed && j.state === "skipped" && (
            <Plain onClick={() => run(work.mark(j, "open"))}>{tell("do-it-after-all")}</Plain>
          )}
          <Plain data-why aria-expanded={why} onClick={() => setWhy(!why)}>
            {tell("why")}
          </Plain>
        </>
      }
    >
      {skipping && j.state === "open" && (
        <LeaveOut
          label={tell("why-it-is-left-out")}
          word={tell("leave-it-out")}
          onLeave={(reason) => {
            run(work.mark(j, "skipped", { reason }).then((kept) => setSkipping(!kept)));
          }}
        />
      )}
      {trouble !== undefined && <FieldError words={inAWord(trouble)} />}
      {why && <Why job={j} />}
      {j.care.length > 0 && (
        <Care
          cautions={j.care}
          unread={unread.length > 0}
          repeated={repeated}
          onRead={() => run(work.acknowledge(j))}
        />
      )}
      {j.product && open && <FromShelf job={j} uses={uses} onUses={setUses} />}
      {cuts}
    </Job>
  );
}

/** When it was done, or why it was not. */
const SaidOf = ({ job: j }: { job: CleaningJob }) => (
  <>
    {j.state === "skipped" && (
      <div>
        <Tell of="left-out" with={{ reason: j.reason }} />
      </div>
    )}
    {j.on && day(j.on)}
  </>
);

/** How much and how long, beside what to do. */
const amountOf = (j: CleaningJob) => abreast([j.how_much, j.minutes && tell("min", { minutes: figure(j.minutes) })]);

const mixLink = (j: CleaningJob, plant: number) =>
  `/mixing?${new URLSearchParams({
    for: String(plant),
    job: j.code,
    product: j.product ?? "",
    use: j.use ?? "",
    make: String(j.volume_ml ?? ""),
    ...(j.percent ? { wanted: String(j.percent) } : {}),
  })}`;

function Why({ job: j }: { job: CleaningJob }) {
  return (
    <Below>
      <ul>
        {j.because.length > 0 && (
          <li>
            <Tell of="because-of" with={{ causes: <b>{listed(j.because)}</b> }} />
          </li>
        )}
        {j.why.map((w) => (
          <li key={w.value}>
            <Marked text={w} />
          </li>
        ))}
        {j.own ? (
          <li>{tell("a-job-of-your-own")}</li>
        ) : (
          <li>
            <Tell of="the-job-itself" with={{ marked: <Marked text={{ ...j.do, value: "" }} /> }} />
          </li>
        )}
        {j.side && <Followed side={j.side} />}
      </ul>
    </Below>
  );
}

/** What the job takes from the shelf, with the amount filled in. */
function FromShelf({ job: j, uses, onUses }: { job: CleaningJob; uses: Use[]; onUses: (u: Use[]) => void }) {
  const list = useQuery(shelf).data?.filter((s) => s.stock.product === j.product) ?? [];
  if (list.length === 0) return null;
  const taken = uses[0];
  const item = list.find((s) => s.id === taken?.item_id);
  return (
    <Below>
      <Pick
        label={tell("taken-from")}
        value={taken?.item_id ?? 0}
        options={[
          { value: 0, label: tell("not-from-the-shelf") },
          ...list.map((o) => ({
            value: o.id,
            label: abreast([
              o.stock.name,
              tell("left", { amount: figure(o.stock.amount), unit: o.stock.unit }),
              o.expired && tell("past-its-date"),
            ]),
          })),
        ]}
        onChange={(id) => {
          const chosen = list.find((o) => o.id === id);
          onUses(chosen ? [{ item_id: chosen.id, amount: usual(j, chosen) }] : []);
        }}
      />
      {taken && item && (
        <Figure
          {...used.amount}
          unit={item.stock.unit}
          value={taken.amount}
          max={Math.max(used.amount.min, item.stock.amount)}
          onChange={(n) => n && onUses([{ ...taken, amount: n }])}
        />
      )}
    </Below>
  );
}

function usual(j: CleaningJob, s: OnShelf): number {
  const share = j.percent && s.stock.percent ? j.percent / s.stock.percent : 1;
  return Math.max(0.1, Number(Math.min((j.volume_ml ?? 0) * share, s.stock.amount).toFixed(1)));
}
