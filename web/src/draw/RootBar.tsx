import type { Range } from "../lib/api/client";
import { percent, ranged } from "../lib/words";
import { tell } from "../words/draw";
import pen from "./pens.module.css";

/** The living share, drawn as one root: alive, doubtful, gone. */
export function RootBar({ share, width = 150 }: { share: Range; width?: number }) {
  const x = (s: number) => 4 + s * (width - 8);
  return (
    <svg
      data-bar
      strokeLinecap="round"
      width={width}
      height="14"
      role="img"
      aria-label={tell("alive", { low: ranged(share.low, share.high, percent) })}
    >
      <line x1={x(0)} x2={x(1)} y1="7" y2="7" className={pen.umber} strokeWidth="7" />
      <line x1={x(0)} x2={x(1)} y1="7" y2="7" className={pen.paper} strokeWidth="4.5" />
      {share.high > share.low && (
        <line
          x1={x(share.low)}
          x2={x(share.high)}
          y1="7"
          y2="7"
          className={pen.doubt}
          strokeWidth="7"
          strokeDasharray="5 9"
        />
      )}
      {share.low > 0 && <line x1={x(0)} x2={x(share.low)} y1="7" y2="7" className={pen.green} strokeWidth="7" />}
    </svg>
  );
}
