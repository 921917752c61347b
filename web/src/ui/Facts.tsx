import type { ReactNode } from "react";
import css from "./facts.module.css";

/** Figures with their names, the names left and the figures right; or texts, read on from the left. */
export function Facts({ rows, read }: { rows: [string, ReactNode][]; read?: boolean }) {
  return (
    <dl className={read ? css.read : css.facts}>
      {rows.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}
