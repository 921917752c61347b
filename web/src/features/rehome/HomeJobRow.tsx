import { useState } from "react";
import { inAWord, type HomeJob, type Rehoming } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { labelOf } from "../../lib/papers";
import { run } from "../../lib/run";
import { Care, LeaveOut } from "../../ui/Care";
import { FieldError } from "../../ui/Field";
import { Followed } from "../../ui/Followed";
import { Below, Job, JobBox, JobLink } from "../../ui/Job";
import { Listed } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Say } from "../../ui/Say";
import { Tell, tell } from "../../words/rehome";
import { WeighHere } from "../weights";
import type { useDoing } from "./useHome";

type Props = { job: HomeJob; r: Rehoming; work: ReturnType<typeof useDoing>; repeated: boolean };

/** Whether a job has cautions that this person has not read yet. */
export const isUnread = (j: HomeJob, r: Rehoming) =>
  j.cautions.some((c) => !r.seen.some((s) => s.caution === c.code && !s.product));

/** One job on the way home: what and how, with its cautions read once. */
export function HomeJobRow({ job: j, r, work, repeated }: Props) {
  const [skipping, setSkipping] = useState(false);
  const finished = j.state !== "open";
  const unread = isUnread(j, r);
  const trouble = work.trouble?.job === j.code ? work.trouble.error : undefined;
  const turn = () => run(work.mark(j, finished ? "open" : "done"));
  return (
    <Job
      code={j.code}
      state={j.state}
      box={<JobBox label={tell("done", { do: j.do.text })} state={j.state} onTurn={turn} />}
      do={<Say of={j.do} />}
      amount={j.amounts}
      said={
        finished && (
          <>
            {j.state === "skipped" && (
              <div>
                <Tell of="left-out" with={{ reason: j.reason }} />
              </div>
            )}
            {j.on && day(j.on)}
          </>
        )
      }
      tools={
        <>
          {j.labels && <JobLink href={labelOf([r.plant_id], false)}>{tell("label-pdf")}</JobLink>}
          {j.state === "open" && (
            <Plain
              aria-expanded={skipping}
              aria-label={tell("leave-out-2", { do: j.do.text })}
              onClick={() => setSkipping(!skipping)}
            >
              {tell("leave-out")}
            </Plain>
          )}
        </>
      }
    >
      {!finished && j.weighs && (
        <Below>
          <WeighHere
            plantID={r.plant_id}
            kind={j.weighs}
            moment={j.weighs === "pot" ? "wet" : undefined}
            onKept={() => run(work.mark(j, "done"))}
          />
        </Below>
      )}
      {!finished && (j.how.length > 0 || j.side) && (
        <Below>
          <Listed texts={j.how} />
          {j.side && (
            <ul>
              <Followed side={j.side} />
            </ul>
          )}
        </Below>
      )}
      {skipping && !finished && (
        <LeaveOut
          label={tell("why-it-is-left-out")}
          word={tell("leave-it-out")}
          onLeave={(why) => run(work.mark(j, "skipped", why).then((kept) => setSkipping(!kept)))}
        />
      )}
      {trouble !== undefined && <FieldError words={inAWord(trouble)} />}
      {j.cautions.length > 0 && (
        <Care cautions={j.cautions} unread={unread} repeated={repeated} onRead={() => run(work.acknowledge(j))} />
      )}
    </Job>
  );
}
