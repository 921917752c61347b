import { Link } from "react-router";
import type { Progress } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { Aside } from "../../ui/Said";
import css from "./tracking.module.css";

const ended: Record<string, string> = { recovered: "recovered", given: "given away", lost: "lost" };

/** Where it comes from and what came of it: the first plant, and its divisions under it. */
export function Family({ p }: { p: Progress }) {
  if (p.family.length === 0) return null;
  return (
    <section data-part="family" aria-label="Its family">
      <h2>Its family</h2>
      <ul className={css.family}>
        {p.family.map((r) => (
          <li
            key={r.plant_id}
            data-relative={r.plant_id}
            data-depth={r.depth}
            style={{ marginInlineStart: `${r.depth * 26}px` }}
          >
            {r.plant_id === p.plant_id ? <b>{r.tag}</b> : <Link to={`/plants/${r.plant_id}/progress`}>{r.tag}</Link>}{" "}
            <Aside>
              {[
                r.divided_on && `divided ${day(r.divided_on)}`,
                r.ended ? ended[r.ended] : r.off ? "off the bench" : r.stage?.toLowerCase(),
              ]
                .filter(Boolean)
                .join(", ")}
            </Aside>
          </li>
        ))}
      </ul>
    </section>
  );
}
