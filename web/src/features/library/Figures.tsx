import { Mark } from "../../ui/Mark";
import type { Kept } from "./figures";
import css from "./library.module.css";

/** Figures and rules of the tables, each with where it comes from. */
export function Figures({ list }: { list: Kept[] }) {
  const tables = [...new Set(list.map((f) => f.table))];
  return tables.map((table) => (
    <section key={table} className={css.figures}>
      <h3>{table}</h3>
      <dl>
        {list
          .filter((f) => f.table === table)
          .map((f) => (
            <div key={f.name + f.said}>
              <dt>{f.name}</dt>
              <dd>
                {f.said} <Mark from={f.from} />
              </dd>
            </div>
          ))}
      </dl>
    </section>
  ));
}
