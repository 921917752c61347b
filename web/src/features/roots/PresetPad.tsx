import { Button } from "antd";
import fan from "../../draw/fan/fan.module.css";
import pen from "../../draw/pens.module.css";
import type { RootKnowledge } from "../../lib/api/client";
import { Key } from "../../ui/Key";
import { presets, stateOf, type Preset } from "./presets";
import css from "./roots.module.css";

type Props = { knowledge?: RootKnowledge; rootClass: string; onPick: (p: Preset) => void; current?: Preset };

/** What a root can be, one button each, with the state it comes to and its key. */
export function PresetPad({ knowledge, rootClass, onPick, current }: Props) {
  return (
    <div className={css.presets}>
      {presets.map((p) => {
        const state = stateOf(p, knowledge, rootClass);
        if (state === "none") return null;
        return (
          <Button
            block
            key={p.key}
            icon={<StateGlyph state={state ?? "doubtful"} />}
            aria-pressed={current ? p === current : undefined}
            onClick={(e) => {
              onPick(p);
              e.currentTarget.blur(); // so that Space does not press it again
            }}
          >
            <span>{p.words}</span>
            <Key>{p.key.toUpperCase()}</Key>
          </Button>
        );
      })}
    </div>
  );
}

/** A stretch of root as the fan draws it. */
export function StateGlyph({ state }: { state: string }) {
  return (
    <svg className={css.glyph} width="20" height="14" aria-hidden data-state={state}>
      <path d="M2 7h16" strokeWidth="7" className={fan.outer} />
      <path d="M2 7h16" strokeWidth="4" className={fan.inner} />
      {state === "dead-rotting" && <path d="M3 4l5 6M8 4l-5 6M11 4l5 6M16 4l-5 6" className={pen.umber} />}
    </svg>
  );
}
