import { Button } from "antd";
import type { RootsReading, Verdict } from "../../lib/api/client";
import { abreast, depthWords } from "../../lib/words";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { tell } from "../../words/roots";
import { StateGlyph } from "./PresetPad";
import css from "./roots.module.css";

type Props = {
  monopodial: boolean;
  entered: RootsReading;
  verdict: Verdict;
  chosen?: string;
  onChoose: (id?: string) => void;
};

/** Every root entered, each with its verdict: the list form of the fan. */
export function Entries({ monopodial, entered, verdict, chosen, onChoose }: Props) {
  const judged = new Map(verdict.roots.map((v) => [v.id, v]));
  if (entered.roots.length === 0) return null;
  return (
    <section aria-label={tell("roots-entered")}>
      <h2>{tell("roots-entered-2", { reduce: entered.roots.reduce((n, r) => n + r.count, 0) })}</h2>
      <ul className={view.rows} data-part="entries">
        {entered.roots.map((r) => {
          const v = judged.get(r.id);
          const mm = v && Math.round(v.length_mm);
          return (
            <li key={r.id}>
              <Button
                type="text"
                block
                aria-pressed={r.id === chosen}
                onClick={() => onChoose(r.id === chosen ? undefined : r.id)}
              >
                <span className={css.entry}>
                  <span>{v?.label ?? "…"}</span>
                  <span>
                    {v?.stretches.slice(0, 4).map((s, i) => (
                      <StateGlyph key={i} state={s.state} />
                    ))}
                  </span>
                  <span data-part="entry-what">
                    {v ? <Say of={v.do} /> : tell("reading-it")}
                    <small>
                      {abreast([
                        v?.length_assumed ? tell("about-mm-usual", { mm }) : `${mm ?? "…"} mm`,
                        r.depth && (depthWords[r.depth] ?? r.depth),
                        r.growth && (monopodial ? tell("level", { n: r.growth }) : tell("growth", { n: r.growth })),
                        r.tip === "growing" && tell("tip-growing"),
                      ])}
                    </small>
                  </span>
                </span>
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
