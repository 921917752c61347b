import type { Range } from "../lib/api/client";
import { percent, ranged } from "../lib/words";
import { tell } from "../words/draw";
import fan from "./fan/fan.module.css";
import pen from "./pens.module.css";

type Props = {
  /** How much of its root length lives; none where its roots were not read. */
  share?: Range;
  roots: number;
};

const W = 64;
const H = 44;
const most = 9;

/** A root mass at a glance: so many of its roots alive, doubtful, gone. */
export function MiniFan({ share, roots }: Props) {
  const n = share ? Math.max(1, Math.min(most, roots)) : 3;
  const live = share ? Math.round(share.low * n) : 0;
  const may = share ? Math.round(share.high * n) : 0;
  const state = (i: number) => (i < live ? "live" : i < may ? "doubtful" : "dead");
  const said = !share
    ? tell("roots-not-read")
    : roots === 0
      ? tell("no-roots")
      : tell("alive", { low: ranged(share.low, share.high, percent) });
  return (
    <svg width={W} height={H} role="img" aria-label={said} data-fan>
      <path d={`M${W / 2 - 12} 6H${W / 2 + 12}`} className={pen.ink} strokeWidth="5" strokeLinecap="round" />
      {(roots > 0 || !share) &&
        Array.from({ length: n }, (_, i) => {
          // The living in the middle, where the eye is.
          const at = (i % 2 ? -1 : 1) * Math.ceil(i / 2);
          const x = W / 2 + (at * (W - 16)) / Math.max(4, n);
          const d = `M${W / 2 + at * 2} 9C${W / 2 + at * 3} 22 ${x} 24 ${x} ${H - 3 - Math.abs(at)}`;
          if (!share) return <path key={i} d={d} className={pen.silver} strokeDasharray="1 5" strokeLinecap="round" />;
          return (
            <g key={i} data-state={state(i)}>
              <path d={d} className={fan.outer} strokeWidth="3.4" />
              <path d={d} className={fan.inner} strokeWidth="1.4" />
            </g>
          );
        })}
    </svg>
  );
}
