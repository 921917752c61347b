import type { RootVerdict, Rule } from "../../lib/api/client";
import { Marked } from "../../ui/Mark";
import { Say } from "../../ui/Say";
import { tell } from "../../words/roots";
import css from "./roots.module.css";

/** Why: the decision, the rules behind it, and the test that would settle a doubt. */
export function RootReasons({ v, rules, at }: { v: RootVerdict; rules: Record<string, Rule>; at: number }) {
  const ids = new Set([v.stretches[at]?.rule, ...v.decision.reasons, v.medium_rule]);
  const settle = rules[v.stretches[at]?.rule ?? ""]?.settle;
  return (
    <div data-part="reasons">
      <p className={css.do}>
        <Say of={v.do} />
      </p>
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
