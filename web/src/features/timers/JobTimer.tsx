import { run } from "../../lib/run";
import { figure } from "../../lib/words";
import { Plain } from "../../ui/Plain";
import { tell } from "../../words/timers";
import { clock, leftOf, useTimers, useTimerWork } from "./useTimers";

type Props = {
  /** The code of what it is for, and its words. */
  job: string;
  of: string;
  minutes: number;
  plantID: number;
};

/** The timer of one thing to do: its start, then what is left of it. */
export function JobTimer({ job, of, minutes, plantID }: Props) {
  const { list, now } = useTimers();
  const { start } = useTimerWork();
  const running = list.find((t) => t.plant_id === plantID && t.job === job);
  if (running) {
    const left = leftOf(running, now);
    return <b data-clock>{left > 0 ? clock(left) : tell("time-is-up-2")}</b>;
  }
  const begin = () => run(start({ plant_id: plantID, job, seconds: Math.round(minutes * 60) }));
  return (
    <Plain onClick={begin} aria-label={tell("start-min-2", { minutes: figure(minutes), do: of })}>
      {tell("start-min", { minutes: figure(minutes) })}
    </Plain>
  );
}
