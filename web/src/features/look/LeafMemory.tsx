import pen from "../../draw/pens.module.css";
import { Inspection } from "../../lib/api/fields";
import { day } from "../../lib/dates";
import { Figure } from "../../ui/Figure";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { tell } from "../../words/look";
import css from "./look.module.css";
import type { InspectionDesk } from "./useInspection";

/** The newest finished leaf beside the one before, look by look. */
export function LeafMemory({ desk }: { desk: InspectionDesk }) {
  const { noted, note, server } = desk;
  const longest = Math.max(1, ...server.leaves.flatMap((l) => [l.newest_mm, l.before_mm]));
  return (
    <div>
      <Why>{tell("measure-the-newest-leaf-that-is")}</Why>
      <Row>
        <Figure
          {...Inspection.newest_leaf_mm}
          value={noted.newest_leaf_mm ?? undefined}
          onChange={(v) => note({ newest_leaf_mm: v })}
        />
        <Figure
          {...Inspection.leaf_before_mm}
          value={noted.leaf_before_mm ?? undefined}
          onChange={(v) => note({ leaf_before_mm: v })}
        />
      </Row>
      {server.leaves.length > 0 && (
        <ol className={css.leaves}>
          {server.leaves.map((l) => (
            <li key={l.on}>
              <Leaves newest={l.newest_mm / longest} before={l.before_mm / longest} />
              <span>
                {tell("mm-after-mm", { newestmm: l.newest_mm, beforemm: l.before_mm, on: day(l.on) })}{" "}
                <small>
                  <Say of={l.words} />
                </small>
              </span>
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}

/** Two leaves to scale, the older one in outline. */
function Leaves({ newest, before }: { newest: number; before: number }) {
  const leaf = (share: number, y: number) => {
    const w = Math.max(6, share * 130);
    return `M 4 ${y} C ${4 + w * 0.3} ${y - 9}, ${4 + w * 0.8} ${y - 8}, ${4 + w} ${y} C ${4 + w * 0.8} ${y + 8}, ${4 + w * 0.3} ${y + 9}, 4 ${y} Z`;
  };
  return (
    <svg width="142" height="44" aria-hidden="true">
      <path d={leaf(before, 11)} className={pen.silver} strokeWidth="1.5" />
      <path d={leaf(newest, 33)} className={pen.greenFill} />
    </svg>
  );
}
