import type { Plant } from "../../lib/api/client";
import { tell } from "../../words/plant";

export type StepIs = "done" | "open" | "not-needed";

/** A step of the work for one plant, with what it came to. */
export type Step = { path: string; name: string; is: StepIs; came: string };

/** Advices under which nothing is taken out of its pot. */
const inPeace = ["leave", "wait", "stay", "water", "treat", "tend", "mend"];

/** What its aftercare says, in the strip. */
const cares = ({ advised: a, home }: Plant) =>
  a?.page === "aftercare" ? a.headline.text : home ? tell("in-hand") : "";

/** The steps in the order of the work, each with what it came to so far. */
export function stepsOf(p: Plant): Step[] {
  const { looked, latest, advised } = p;
  const read = !!latest?.grade;
  const rest = inPeace.includes(advised?.code ?? "") ? "not-needed" : "open";
  const step = (path: string, name: string, done: unknown, came = "", else_: StepIs = "open"): Step => ({
    path,
    name,
    is: done ? "done" : else_,
    came: came || (done || p.archived_at ? "" : else_ === "open" ? tell("open") : tell("not-needed")),
  });
  const out = looked?.decision === "out" || !!p.home;
  return [
    step("intake", tell("intake"), true, p.group_name),
    step("look", tell("look"), looked?.decision, looked?.headline.text),
    step("unpot", tell("unpot"), out, out ? tell("out-of-its-pot") : "", rest),
    step("roots", tell("roots"), read, latest?.words?.text ?? "", rest),
    step("causes", tell("cause"), looked?.judged && !looked.undecided, looked?.judged ? looked.cause.text : ""),
    step(
      "cleaning",
      tell("clean"),
      latest?.left,
      latest?.left && tell("left", { roots: latest.left.roots }),
      latest?.cuts || advised?.code === "treat" ? "open" : rest,
    ),
    step("rehome", tell("re-home"), !!p.home, p.home, rest),
    step("aftercare", tell("aftercare"), false, cares(p), p.home || advised?.page === "aftercare" ? "open" : rest),
    step("progress", tell("progress"), false, p.fares?.name, p.home || read ? "open" : rest),
  ];
}
