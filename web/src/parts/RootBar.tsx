import type { Range } from "../api/client";
import { percent, ranged } from "../words";

/** The living share, drawn as one root: alive, doubtful, gone. */
export function RootBar({ share, width = 150 }: { share: Range; width?: number }) {
  const x = (s: number) => 4 + s * (width - 8);
  return (
    <svg
      className="root-bar"
      width={width}
      height="14"
      role="img"
      aria-label={`${ranged(share.low, share.high, percent)} alive`}
    >
      <line x1={x(0)} x2={x(1)} y1="7" y2="7" className="bar-gone" />
      <line x1={x(0)} x2={x(1)} y1="7" y2="7" className="bar-hollow" />
      {share.high > share.low && <line x1={x(share.low)} x2={x(share.high)} y1="7" y2="7" className="bar-doubt" />}
      {share.low > 0 && <line x1={x(0)} x2={x(share.low)} y1="7" y2="7" className="bar-live" />}
    </svg>
  );
}
