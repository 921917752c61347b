import type { Plant } from "../../lib/api/client";
import { gradeWords, percent, ranged } from "../../lib/words";

export type StepIs = "done" | "open" | "not-needed";

/** A step of the work for one plant, with what it came to. */
export type Step = { path: string; name: string; is: StepIs; came: string };

/** Advices under which nothing is taken out of its pot. */
const inPeace = ["leave", "wait", "stay", "water", "treat", "tend", "mend"];

/** What its aftercare says, in the strip. */
const cares = ({ advised: a, home }: Plant) => (a?.page === "aftercare" ? a.headline : home ? "in hand" : "");

/** The steps in the order of the work, each with what it came to so far. */
export function stepsOf(p: Plant): Step[] {
  const { looked, latest, advised } = p;
  const read = !!latest?.grade;
  const rest = inPeace.includes(advised?.code ?? "") ? "not-needed" : "open";
  const share = latest?.left?.viable_by_length ?? latest?.viable_by_length;
  const step = (path: string, name: string, done: unknown, came = "", else_: StepIs = "open"): Step => ({
    path,
    name,
    is: done ? "done" : else_,
    came: came || (done ? "" : else_ === "open" ? "open" : "not needed"),
  });
  const out = looked?.decision === "out" || !!p.home;
  return [
    step("intake", "Intake", true, p.group_name),
    step("look", "Look", looked?.decision, looked?.headline),
    step("unpot", "Unpot", out, out ? "out of its pot" : "", rest),
    step(
      "roots",
      "Roots",
      read,
      read && share ? `${gradeWords[latest.grade]}, ${ranged(share.low, share.high, percent)}` : "",
      rest,
    ),
    step("causes", "Cause", looked?.judged && !looked.undecided, looked?.judged ? looked.cause : ""),
    step(
      "cleaning",
      "Clean",
      latest?.left,
      latest?.left && `${latest.left.roots === 1 ? "1 root" : `${latest.left.roots || "no"} roots`} left`,
      latest?.cuts || advised?.code === "treat" ? "open" : rest,
    ),
    step("rehome", "Re-home", !!p.home, p.home, rest),
    step("aftercare", "Aftercare", false, cares(p), p.home || advised?.page === "aftercare" ? "open" : rest),
    step("progress", "Progress", false, p.fares?.name?.toLowerCase(), p.home || read ? "open" : rest),
  ];
}
