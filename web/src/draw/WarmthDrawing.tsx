import { scaleLinear } from "d3-scale";
import type { DayRange } from "../lib/api/client";
import { shortDay } from "../lib/dates";
import { figure } from "../lib/words";
import { Lead } from "../ui/Said";
import { tell } from "../words/draw";
import pen from "./pens.module.css";

/** As wide as the screen it stands on, so that its words keep their size. */
const W = matchMedia("(max-width: 600px)").matches ? 400 : 900;
const H = 130;
const LEFT = 40;

/** The lows and highs of the last days, each day an upright stroke from night to day. */
export function WarmthDrawing({ days }: { days: DayRange[] }) {
  if (days.length === 0) return <Lead>{tell("no-day-has-been-measured-here")}</Lead>;
  const numbers = days.map((d) => Date.parse(`${d.day}T00:00:00Z`) / 86_400_000);
  const first = numbers[0] ?? 0;
  const last = Math.max(numbers.at(-1) ?? 0, first + 13);
  const low = Math.min(...days.map((d) => d.low_c));
  const high = Math.max(...days.map((d) => d.high_c));
  const x = scaleLinear([first, last], [LEFT + 8, W - 12]);
  const y = scaleLinear([Math.floor(low - 1), Math.ceil(high + 1)], [H - 24, 10]);
  const ticks = y.ticks(4);
  const steps = Math.max(1, Math.ceil(days.length / (W / 100)));
  return (
    <svg
      className={pen.drawing}
      data-warmth
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={tell("the-last-days-known-from-to-c", { count: days.length, low: figure(low), high: figure(high) })}
    >
      {ticks.map((t) => (
        <g key={t}>
          <line x1={LEFT} x2={W - 6} y1={y(t)} y2={y(t)} className={pen.hair} />
          <text x={LEFT - 6} y={y(t) + 5} className={pen.faintFill} textAnchor="end">
            {t}°
          </text>
        </g>
      ))}
      {days.map((d, i) => (
        <g key={d.day}>
          <line
            x1={x(numbers[i] ?? 0)}
            x2={x(numbers[i] ?? 0)}
            y1={y(d.low_c)}
            y2={y(d.high_c)}
            className={pen.umber}
            strokeWidth="5"
            strokeLinecap="round"
          >
            <title>{tell("to-c", { shortDay: shortDay(d.day), lowc: figure(d.low_c), highc: figure(d.high_c) })}</title>
          </line>
          {i % steps === 0 && (
            <text x={Math.min(x(numbers[i] ?? 0), W - 25)} y={H - 4} className={pen.faintFill} textAnchor="middle">
              {shortDay(d.day)}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
