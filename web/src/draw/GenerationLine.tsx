import { scaleLinear } from "d3-scale";
import { area, curveMonotoneX, line } from "d3-shape";
import type { Schedule } from "../lib/api/client";
import { shortDay, today } from "../lib/dates";
import { tell } from "../words/draw";
import pen from "./pens.module.css";

type Props = { schedule: Schedule; seen: string[]; clear: string[] };

const narrow = matchMedia("(max-width: 600px)");
const H = 190;
const LEFT = 8;
const RIGHT = 10;
const BASE = 132;
const TOP = 22;

const dayNumber = (iso: string) => Date.parse(`${iso}T00:00:00Z`) / 86_400_000;

type Day = Schedule["line"][number];

/** Days across, generations up. */
function frame(s: Schedule, first: Day, last: Day) {
  const W = narrow.matches ? 420 : 860;
  const x = scaleLinear([dayNumber(first.day), dayNumber(last.day) + 1], [LEFT, W - RIGHT]);
  const top = Math.max(1, last.generations);
  const y = scaleLinear([0, top], [BASE, TOP]);
  return { W, x, y, top, first, egg: s.pest.egg_share.value, at: (iso: string) => x(dayNumber(iso) + 0.5) };
}

type Frame = ReturnType<typeof frame>;

/**
 * The line of generations: how far those that hatch have come since the first
 * round. Eggs below, young above, and where they could lay if left alone; rounds
 * as posts, the sensible days of the next ones as bands.
 */
export function GenerationLine({ schedule: s, seen, clear }: Props) {
  const first = s.line[0];
  const last = s.line.at(-1);
  if (!first || !last || s.line.length < 2) return null;
  const f = frame(s, first, last);
  const { W, x, at } = f;
  const now = today();
  const known = s.line.filter((d) => d.from === "logged" || d.from === "day table").at(-1);
  const steps = Math.max(1, Math.ceil(s.line.length / (narrow.matches ? 4 : 9)));
  return (
    <svg
      className={pen.drawing}
      data-generations
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={tell("generations-of-since", {
        pest: s.pest.name,
        shortDay: shortDay(first.day),
        headline: s.headline.text,
      })}
    >
      <line x1={LEFT} x2={W - RIGHT} y1={BASE} y2={BASE} className={pen.ink} />
      {known && (
        <line
          x1={LEFT}
          x2={x(dayNumber(known.day) + 1)}
          y1={BASE + 3}
          y2={BASE + 3}
          className={pen.green}
          strokeWidth="4"
        />
      )}
      <Curve s={s} f={f} />
      {s.rounds.map((r) => (
        <Round key={r.n} r={r} f={f} />
      ))}
      {/* Words lie over the lines, and clear them. */}
      <Levels s={s} f={f} />
      {s.look_on && (
        <g>
          <circle cx={at(s.look_on)} cy={BASE} r="7" className={`${pen.ink} ${pen.onPaper}`} strokeWidth="2" />
          <text x={Math.min(at(s.look_on), W - 44)} y={BASE + 46} textAnchor="middle">
            {tell("look", { shortDay: shortDay(s.look_on) })}
          </text>
        </g>
      )}
      {seen.map((d) => (
        <text key={d} x={at(d)} y={BASE - 8} textAnchor="middle" fontWeight="700">
          ×
        </text>
      ))}
      {clear.map((d) => (
        <text key={d} x={at(d)} y={BASE - 8} textAnchor="middle" fontWeight="700">
          ✓
        </text>
      ))}
      {now >= first.day && now <= last.day && (
        <g>
          <line className={pen.act} x1={at(now)} x2={at(now)} y1={TOP - 8} y2={BASE + 8} />
          <text x={at(now)} y={BASE + 32} className={pen.actFill} textAnchor="middle">
            {tell("today")}
          </text>
        </g>
      )}
      {s.line
        .filter((_, i) => i % steps === 0)
        .map((d) => (
          <text key={d.day} x={Math.max(LEFT + 22, at(d.day))} y={BASE + 18} textAnchor="middle">
            {shortDay(d.day)}
          </text>
        ))}
    </svg>
  );
}

/** How far those that hatch have come, and the levels of eggs and of laying. */
function Curve({ s, f: { W, x, y, top, first, egg } }: { s: Schedule; f: Frame }) {
  const points = [{ when: dayNumber(first.day) + 0.5, g: 0 }].concat(
    s.line.map((d) => ({ when: dayNumber(d.day) + 1, g: d.generations })),
  );
  const path = line<(typeof points)[number]>()
    .x((p) => x(p.when))
    .y((p) => y(p.g))
    .curve(curveMonotoneX)(points);
  const under = area<(typeof points)[number]>()
    .x((p) => x(p.when))
    .y0(BASE)
    .y1((p) => y(p.g))
    .curve(curveMonotoneX)(points);
  return (
    <>
      {under && <path d={under} className={pen.silverFill} opacity="0.25" />}
      {egg <= top && (
        <>
          <line x1={LEFT} x2={W - RIGHT} y1={y(egg)} y2={y(egg)} className={pen.faint} strokeDasharray="2 4" />
        </>
      )}
      {egg < 1 && (
        <>
          <line x1={LEFT} x2={W - RIGHT} y1={y(1)} y2={y(1)} className={pen.act} strokeDasharray="7 4" />
        </>
      )}
      {path && <path d={path} className={pen.umber} strokeWidth="2.5" />}
    </>
  );
}

type RoundProps = { r: Schedule["rounds"][number]; f: Frame };

/** A round that was done as a post, one to come as the band of its sensible days. */
function Round({ r, f: { x, at } }: RoundProps) {
  if (r.on) {
    return (
      <g className={pen.green} strokeWidth="2">
        <line x1={at(r.on)} x2={at(r.on)} y1={TOP - 8} y2={BASE} />
        <circle cx={at(r.on)} cy={BASE} r="8" className={pen.greenFill} />
        <text x={at(r.on)} y={BASE + 5} className={pen.onPaper} stroke="none" textAnchor="middle" fontWeight="700">
          {r.n}
        </text>
      </g>
    );
  }
  return (
    <g>
      <rect
        x={x(dayNumber(r.from ?? ""))}
        width={Math.max(4, x(dayNumber(r.latest ?? "") + 1) - x(dayNumber(r.from ?? "")))}
        y={TOP - 8}
        height={BASE - TOP + 8}
        className={pen.green}
        strokeWidth="1.5"
        strokeDasharray="5 3"
      />
      <text
        x={(x(dayNumber(r.from ?? "")) + x(dayNumber(r.latest ?? "") + 1)) / 2}
        y={TOP - 12}
        textAnchor="middle"
        fontWeight="700"
      >
        {r.n}
      </text>
    </g>
  );
}

/** What the levels mean, in words. */
function Levels({ s, f: { y, top, egg } }: { s: Schedule; f: Frame }) {
  const laid = egg < 1 ? s.line.find((d) => d.generations >= 1) : undefined;
  return (
    <>
      {egg <= top && (
        <text x={LEFT + 4} y={y(egg) - 5} className={`${pen.faintFill} ${pen.clear}`} fontSize="13">
          {tell("eggs-of-the-first-day-have")}
        </text>
      )}
      {egg < 1 && (
        <text x={LEFT + 4} y={y(1) - 5} className={`${pen.faintFill} ${pen.clear}`} fontSize="13">
          {laid ? tell("untreated-they-lay-from", { day: shortDay(laid.day) }) : tell("untreated-they-lay")}
        </text>
      )}
    </>
  );
}
