import type { RootVerdict, Rule } from "../../lib/api/client";
import { Marked } from "../../ui/Mark";
import css from "./roots.module.css";

/** What to do with a root, in words. */
export function decisionWords(v: RootVerdict): string {
  const d = v.decision;
  const some = d.anchors && d.anchors < v.count ? `, keep ${d.anchors} as anchors` : "";
  switch (d.kind) {
    case "cut":
      return (d.whole ? "Cut it off whole" : `Cut at ${d.cut_at_mm} mm`) + some;
    case "anchor":
      return "Keep as an anchor";
    case "recheck":
      return "Keep and test again";
    default:
      return "Keep";
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
            <b>What would settle it:</b> <Marked text={settle} />
          </li>
        )}
      </ul>
    </div>
  );
}
