import type { RootVerdict, Rule } from "../../lib/api/client";
import { Marked } from "../../ui/Mark";
import { tell } from "../../words/roots";
import css from "./roots.module.css";

/** What to do with a root, in words. */
export function decisionWords(v: RootVerdict): string {
  const d = v.decision;
  const anchors = d.anchors && d.anchors < v.count ? d.anchors : 0;
  switch (d.kind) {
    case "cut":
      return d.whole ? tell("cut-it-off-whole", { anchors }) : tell("cut-at-mm", { cutatmm: d.cut_at_mm, anchors });
    case "anchor":
      return tell("keep-as-an-anchor");
    case "recheck":
      return tell("keep-and-test-again");
    default:
      return tell("keep");
  }
}

/** Why: the decision, the rules behind it, and the test that would settle a doubt. */
export function RootReasons({ v, rules, at }: { v: RootVerdict; rules: Record<string, Rule>; at: number }) {
  const ids = new Set([v.stretches[at]?.rule, ...v.decision.reasons, v.medium_rule]);
  const settle = rules[v.stretches[at]?.rule ?? ""]?.settle;
  return (
    <div data-part="reasons">
      <p className={css.do}>{decisionWords(v)}.</p>
      <ul>
        {[...ids].map((id) => {
          const rule = id ? rules[id] : undefined;
          return (
            rule && (
              <li key={id}>
                <Marked text={rule.words} />
              </li>
            )
          );
        })}
        {settle && (
          <li>
            <b>{tell("what-would-settle-it")}</b> <Marked text={settle} />
          </li>
        )}
      </ul>
    </div>
  );
}
