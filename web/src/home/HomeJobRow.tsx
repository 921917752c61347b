import { useState } from "react";
import { Refused, type HomeJob, type Rehoming } from "../api/client";
import { Marked } from "../marks/Mark";
import { Care, LeaveOut } from "../parts/Care";
import { FieldError } from "../parts/Choice";
import { Followed } from "../parts/Followed";
import { day } from "../words";
import { labelOf } from "./labels";
import type { useDoing } from "./useHome";
import { run } from "../parts/run";

type Props = { job: HomeJob; r: Rehoming; work: ReturnType<typeof useDoing>; repeated: boolean };

/** One job on the way home: what and how, with its cautions read once. */
export function HomeJobRow({ job: j, r, work, repeated }: Props) {
  const [skipping, setSkipping] = useState(false);
  const finished = j.state !== "open";
  const unread = j.cautions.some((c) => !r.seen.some((s) => s.caution === c.code && !s.product));
  const trouble = work.trouble?.job === j.code ? work.trouble.error : undefined;
  return (
    <div className="plan-job" data-job={j.code} data-state={j.state}>
      <div className="job-line">
        <button
          type="button"
          className="job-box"
          role="checkbox"
          aria-checked={j.state === "done"}
          aria-label={`Done: ${j.do}`}
          onClick={() => run(work.mark(j, finished ? "open" : "done"))}
        >
          {j.state === "done" ? "✓" : j.state === "skipped" ? "–" : ""}
        </button>
        <div className="job-what">
          <span className="job-do">{j.do}</span>
          {j.amounts && <b className="job-amount"> {j.amounts}</b>}
          {j.state === "skipped" && <div className="job-reason">Left out: {j.reason}</div>}
          {finished && j.on && <div className="job-when">{day(j.on)}</div>}
        </div>
        <div className="job-tools">
          {j.labels && (
            <a className="job-link" href={labelOf([r.plant_id], false)} target="_blank" rel="noreferrer">
              Label, PDF
            </a>
          )}
          {j.state === "open" && (
            <button
              type="button"
              className="plain"
              aria-expanded={skipping}
              aria-label={`Leave out: ${j.do}`}
              onClick={() => setSkipping(!skipping)}
            >
              Leave out
            </button>
          )}
        </div>
      </div>
      {!finished && j.how.length > 0 && (
        <ul className="job-hows">
          {j.how.map((t) => (
            <li key={t.value}>
              <Marked text={t} />
            </li>
          ))}
          {j.side && <Followed side={j.side} />}
        </ul>
      )}
      {skipping && !finished && (
        <LeaveOut
          label="Why it is left out"
          word="Leave it out"
          onLeave={(why) => run(work.mark(j, "skipped", why).then((kept) => setSkipping(!kept)))}
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
      {j.cautions.length > 0 && (
        <Care cautions={j.cautions} unread={unread} repeated={repeated} onRead={() => run(work.acknowledge(j))} />
      )}
    </div>
  );
}
