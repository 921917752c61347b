import { percent } from "../lib/words";
import { tell } from "../words/draw";
import pen from "./pens.module.css";

type Props = { air: number; water: number; width: number; words?: boolean };

const tones = { air: pen.onPaper, water: pen.waterFill, solid: pen.umberFill };

/** Air, water and solids of a mix on one line, with their words below it when asked for. */
export function SharesBar({ air, water, width, words }: Props) {
  const shares = { air, water, solid: Math.max(0, 1 - air - water) };
  const from = { air: 0, water: air, solid: air + water };
  const high = words ? 46 : 12;
  const bar = words ? 20 : 12;
  return (
    <svg
      viewBox={`0 0 ${width} ${high}`}
      width={width}
      height={high}
      className={words ? pen.drawing : undefined}
      role="img"
      aria-label={tell("air-water", { air: percent(air), water: percent(water) })}
    >
      {(["air", "water", "solid"] as const).map((of) => (
        <g key={of}>
          <rect
            x={from[of] * width}
            width={shares[of] * width}
            height={bar}
            className={tones[of]}
            opacity={of === "water" ? 0.5 : of === "solid" ? 0.75 : 1}
          />
          {words && shares[of] > 0.12 && (
            <text x={from[of] * width + 4} y="38" fontSize="13">
              {sharesSaid(of, percent(shares[of]))}
            </text>
          )}
        </g>
      ))}
      <rect x="0.5" y="0.5" width={width - 1} height={bar - 1} className={pen.silver} />
    </svg>
  );
}

const sharesSaid = (of: "air" | "water" | "solid", share: string) =>
  of === "air" ? tell("air-2", { share }) : of === "water" ? tell("water", { share }) : tell("solid", { share });
