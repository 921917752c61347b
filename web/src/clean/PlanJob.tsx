import { useQuery } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { Refused, type Cleaning, type Job, type OnShelf, type Use } from "../api/client";
import { shelf } from "../api/queries";
import { Marked } from "../marks/Mark";
import { Followed } from "../parts/Followed";
import { Care, LeaveOut } from "../parts/Care";
import { FieldError } from "../parts/Choice";
import { Figure } from "../parts/Figure";
import { usePlant } from "../plant/PlantPage";
import { clock, leftOf, useTimers, useTimerWork } from "../timers/useTimers";
import { day, figure } from "../words";
import type { CleaningWork } from "./useCleaning";
import { run } from "../parts/run";

type Props = {
  job: Job;
  cleaning: Cleaning;
  work: CleaningWork;
  cuts: ReactNode;
  /** Its cautions stand at an earlier job too. */
  repeated: boolean;
};

/** One job: what, how much, how long, why; with its cautions, its timer and its mix. */
export function PlanJob({ job: j, cleaning: c, work, cuts, repeated }: Props) {
  const { plant } = usePlant();
  const [open, setOpen] = useState(false);
  const [skipping, setSkipping] = useState(false);
  const [uses, setUses] = useState<Use[]>([]);
  const closed = !!c.closed_on;
  const unread = j.care.filter(
    (x) => !c.seen.some((s) => s.caution === x.code && (s.product ?? "") === (j.product ?? "")),
  );
  const trouble = work.trouble?.job === j.code ? work.trouble.error : undefined;
  const finished = j.state !== "open";
  return (
    <div className="plan-job" data-job={j.code} data-state={j.state}>
      <div className="job-line">
        {cuts ? (
          <span className="job-box job-derived" aria-hidden="true">
            {j.state === "done" ? "✓" : j.state === "skipped" ? "–" : ""}
          </span>
        ) : (
          <button
            type="button"
            className="job-box"
            role="checkbox"
            aria-checked={j.state === "done"}
            aria-label={`Done: ${j.do.value}`}
            disabled={closed}
            onClick={() => run(work.mark(j, finished ? "open" : "done", finished ? {} : { uses }))}
          >
            {j.state === "done" ? "✓" : j.state === "skipped" ? "–" : ""}
          </button>
        )}
        <div className="job-what">
          <span className="job-do">{j.do.value}</span> <Amount job={j} />
          {j.state === "skipped" && <div className="job-reason">Skipped: {j.reason}</div>}
          {finished && j.on && <div className="job-when">{day(j.on)}</div>}
        </div>
        <div className="job-tools">
          {j.minutes && !closed && !finished ? <JobTimer job={j} plantID={plant.id} /> : null}
          {j.product && j.volume_ml && !closed && !finished ? (
            <Link className="job-link" to={mixLink(j, plant.id)}>
              Mix it
            </Link>
          ) : null}
          {j.code === "soak-flush" && !finished && (
            <Link className="job-link" to="/mix?do=water">
              How much water
            </Link>
          )}
          {!closed && j.state === "open" && (
            <button
              type="button"
              className="plain"
              aria-expanded={skipping}
              onClick={() => setSkipping(!skipping)}
              aria-label={`Skip: ${j.do.value}`}
            >
              Skip
            </button>
          )}
          {!closed && j.state === "skipped" && (
            <button type="button" className="plain" onClick={() => run(work.mark(j, "open"))}>
              Do it after all
            </button>
          )}
          <button type="button" className="plain job-why" aria-expanded={open} onClick={() => setOpen(!open)}>
            Why
          </button>
        </div>
      </div>
      {skipping && j.state === "open" && (
        <LeaveOut
          label="Why it is skipped"
          word="Skip it"
          onLeave={(reason) => {
            run(work.mark(j, "skipped", { reason }).then((kept) => setSkipping(!kept)));
          }}
        />
      )}
      {trouble !== undefined && (
        <FieldError
          words={
            trouble instanceof Refused
              ? (trouble.problem?.faults?.[0]?.words ?? trouble.message)
              : "Something broke on this page. What was saved is safe."
          }
        />
      )}
      {open && <Why job={j} />}
      {j.care.length > 0 && (
        <Care
          cautions={j.care}
          unread={unread.length > 0}
          repeated={repeated}
          onRead={() => run(work.acknowledge(j))}
        />
      )}
      {j.product && j.state === "open" && !closed && <FromShelf job={j} uses={uses} onUses={setUses} />}
      {cuts}
    </div>
  );
}

/** How much and how long, beside what to do. */
function Amount({ job: j }: { job: Job }) {
  const words = [j.how_much, j.minutes && `${figure(j.minutes)} min`].filter(Boolean).join(", ");
  return words ? <b className="job-amount">{words}</b> : null;
}

const mixLink = (j: Job, plant: number) =>
  `/mix?${new URLSearchParams({
    for: String(plant),
    job: j.code,
    product: j.product ?? "",
    use: j.use ?? "",
    make: String(j.volume_ml ?? ""),
    ...(j.percent ? { wanted: String(j.percent) } : {}),
  })}`;

function JobTimer({ job: j, plantID }: { job: Job; plantID: number }) {
  const { list, now } = useTimers();
  const { start } = useTimerWork();
  const running = list.find((t) => t.plant_id === plantID && t.job === j.code);
  const minutes = j.minutes ?? 0;
  if (running) {
    const left = leftOf(running, now);
    return <b className="job-clock">{left > 0 ? clock(left) : "Time is up"}</b>;
  }
  const words = j.do.value.replace(/[.,:].*$/, "");
  const begin = () => run(start({ plant_id: plantID, job: j.code, words, seconds: Math.round(minutes * 60) }));
  return (
    <button type="button" className="plain" onClick={begin} aria-label={`Start ${figure(minutes)} min: ${words}`}>
      Start {figure(minutes)} min
    </button>
  );
}

function Why({ job: j }: { job: Job }) {
  return (
    <ul className="job-whys">
      {j.because.length > 0 && (
        <li>
          Because of: <b>{j.because.join(", ")}</b>
        </li>
      )}
      {j.why.map((w) => (
        <li key={w.value}>
          <Marked text={w} />
        </li>
      ))}
      {j.own ? (
        <li>A job of your own.</li>
      ) : (
        <li>
          The job itself: <Marked text={{ ...j.do, value: "" }} />
        </li>
      )}
      {j.side && <Followed side={j.side} />}
    </ul>
  );
}

/** What the job takes from the shelf, with the amount filled in. */
function FromShelf({ job: j, uses, onUses }: { job: Job; uses: Use[]; onUses: (u: Use[]) => void }) {
  const list = useQuery(shelf).data?.filter((s) => s.stock.product === j.product) ?? [];
  if (list.length === 0) return null;
  const taken = uses[0];
  const item = list.find((s) => s.id === taken?.item_id);
  return (
    <div className="job-shelf">
      <label>
        <span className="figure-label">Taken from</span>
        <select
          value={taken?.item_id ?? 0}
          onChange={(e) => {
            const chosen = list.find((s) => s.id === Number(e.target.value));
            onUses(chosen ? [{ item_id: chosen.id, amount: usual(j, chosen) }] : []);
          }}
        >
          <option value={0}>Not from the shelf</option>
          {list.map((s) => (
            <option key={s.id} value={s.id}>
              {s.stock.name}, {figure(s.stock.amount)} {s.stock.unit} left{s.expired ? ", past its date" : ""}
            </option>
          ))}
        </select>
      </label>
      {taken && item && (
        <Figure
          label="Amount"
          unit={item.stock.unit}
          value={taken.amount}
          min={0.01}
          max={Math.max(0.01, item.stock.amount)}
          onChange={(n) => n && onUses([{ ...taken, amount: n }])}
        />
      )}
    </div>
  );
}

function usual(j: Job, s: OnShelf): number {
  const share = j.percent && s.stock.percent ? j.percent / s.stock.percent : 1;
  return Math.max(0.1, Number(Math.min((j.volume_ml ?? 0) * share, s.stock.amount).toFixed(1)));
}
