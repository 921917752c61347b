import { Button } from "antd";
import pen from "../../draw/pens.module.css";
import type { Outcome } from "../../lib/api/client";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { tell } from "../../words/race";
import css from "./race.module.css";

type Props = { outcomes: Outcome[]; shown: Outcome; best: string; onShow: (code: string) => void };

/** Every way of holding it, the advised one first, each with its chance as so many of ten. */
export function Ways({ outcomes, shown, best, onShow }: Props) {
  return (
    <ul className={view.rows} aria-label={tell("ways-of-holding-it")}>
      {outcomes.map((o) => (
        <li key={o.code}>
          <Button
            type="text"
            block
            aria-pressed={o.code === shown.code}
            data-way={o.code}
            onClick={() => onShow(o.code)}
          >
            <span className={css.way}>
              <span>
                {o.name}
                {o.code === best && <em> {tell("advised")}</em>}
                {o.unsuited && <em> {tell("not-for-its-kind")}</em>}
                {o.likelier_words && (
                  <small>
                    <Say of={o.likelier_words} />
                  </small>
                )}
              </span>
              <Ten chance={o.chance} />
              <span>
                <Say of={o.chance_words} />
              </span>
              <small>{tell("air", { humiditypercent: Math.round(o.humidity_percent) })}</small>
            </span>
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** Ten strokes, as many of them grown as there are chances. */
function Ten({ chance }: { chance: number }) {
  const n = Math.round(chance * 10);
  return (
    <svg viewBox="0 0 100 22" width="100" height="22" aria-hidden="true">
      {Array.from({ length: 10 }, (_, i) => (
        <path
          key={i}
          d={`M${6 + i * 9.7} 2q-3 9 0 18`}
          className={i < n ? pen.green : pen.silver}
          strokeWidth={i < n ? 4.5 : 1.5}
          data-in={i < n || undefined}
        />
      ))}
    </svg>
  );
}
