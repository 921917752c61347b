import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import { useSyncExternalStore } from "react";
import type { Band, Outcome, RaceResult } from "../api/client";
import { percent } from "../words";

const narrow = matchMedia("(max-width: 600px)");
const useNarrow = () =>
  useSyncExternalStore(
    (told) => {
      narrow.addEventListener("change", told);
      return () => narrow.removeEventListener("change", told);
    },
    () => narrow.matches,
  );

type Props = { race: RaceResult; shown: Outcome };
const LEFT = 46;

/**
 * Two runners on one line of weeks: how long its water lasts, and when its roots
 * come. Below them the water itself, with the band it may lie in.
 */
export function RacePicture({ race: r, shown: o }: Props) {
  const small = useNarrow();
  const W = small ? 366 : 940;
  const right = small ? 14 : 150;
  const H = small ? 330 : 360;
  const top = 104;
  const weeks = horizon(r, o);
  const x = scaleLinear([0, weeks * 7], [LEFT, W - right]).clamp(true);
  const low = Math.min(0.4, Math.floor((r.lost_at.low - 0.05) * 10) / 10);
  const y = scaleLinear([low, 1], [H - 30, top]);
  const water = o.water.filter((w) => w.day <= weeks * 7);
  const band = area<(typeof water)[number]>()
    .x((w) => x(w.day))
    .y0((w) => y(Math.max(low, w.low)))
    .y1((w) => y(w.high));
  const middle = (of: Outcome) =>
    line<(typeof water)[number]>()
      .x((w) => x(w.day))
      .y((w) => y(Math.max(low, w.median)))(of.water.filter((w) => w.day <= weeks * 7)) ?? "";
  const step = weeks > 16 || (small && weeks > 12) ? 4 : 2;
  const limpOn = o.limp_day.median;
  const crossing = o.water.find((w) => w.median < r.lost_at.value && w.day <= weeks * 7);
  const others = r.outcomes.filter((other) => other.code !== o.code);
  return (
    <figure className="race-figure">
      <svg viewBox={`0 0 ${W} ${H}`} role="img" aria-label={said(o)} className="race-picture">
        <Runner y={26} name="Its first tip" band={o.tip_day} x={x} end={W - right} kind="tip" at={small ? 0 : LEFT} />
        <Runner
          y={66}
          name="Lasts without roots"
          band={o.lost_day}
          x={x}
          end={W - right}
          kind="water"
          at={small ? 0 : LEFT}
        />
        <line x1={LEFT} x2={W - right} y1={top - 16} y2={top - 16} className="race-hair" />
        <rect
          x={LEFT}
          width={W - right - LEFT}
          y={y(Math.min(1, r.lost_at.high))}
          height={Math.max(0, y(low) - y(Math.min(1, r.lost_at.high)))}
          className="race-danger"
        />
        <line x1={LEFT} x2={W - right} y1={y(r.lost_at.value)} y2={y(r.lost_at.value)} className="race-lost" />
        <line x1={LEFT} x2={W - right} y1={y(r.limp_at.value)} y2={y(r.limp_at.value)} className="race-limp" />
        <text x={W - right - 4} y={y(r.limp_at.value) - 5} className="race-at">
          limp
        </text>
        <text x={W - right - 4} y={y(r.lost_at.value) - 5} className="race-at">
          likely lost
        </text>
        {others.map((other) => (
          <path key={other.code} d={middle(other)} className="race-other" />
        ))}
        <path d={band(water) ?? ""} className="race-band" />
        <path d={middle(o)} className="race-middle" />
        {!small && <Names outcomes={r.outcomes} shown={o} weeks={weeks} x={W - right} y={(v) => y(Math.max(low, v))} />}
        {o.tip_day.median !== undefined && o.tip_day.median <= weeks * 7 && (
          <line x1={x(o.tip_day.median)} x2={x(o.tip_day.median)} y1={26} y2={H - 30} className="race-tip-line" />
        )}
        {crossing && (
          <circle cx={x(crossing.day)} cy={y(r.lost_at.value)} r="6" className="race-crossing">
            <title>Here half of them would be lost</title>
          </circle>
        )}
        {[1, 0.8, 0.6, 0.4].map((v) => (
          <text key={v} x={LEFT - 8} y={y(v) + 5} className="race-share">
            {percent(v)}
          </text>
        ))}
        {Array.from({ length: Math.floor(weeks / step) + 1 }, (_, i) => (
          <text
            key={i}
            x={x(i * step * 7)}
            y={H - 8}
            className="race-week"
            data-last={i * step + step > weeks || undefined}
          >
            {i === 0 ? "now" : `${i * step}${i * step + step > weeks ? " weeks" : ""}`}
          </text>
        ))}
      </svg>
      <figcaption className="why">
        {o.name}. Blue: its water, and the band four of five lie in
        {limpOn !== undefined && limpOn >= 1 && limpOn <= weeks * 7 && `; limp in about ${o.limp_day.about}`}.
        {others.length > 0 && " Thin lines: the other ways."}
      </figcaption>
    </figure>
  );
}

/** How many weeks to draw: until it is decided, twelve at least. */
function horizon(r: RaceResult, o: Outcome): number {
  const last = Math.max(o.tip_day.high ?? 0, Math.min(o.lost_day.median ?? 0, 120), 84);
  return Math.min(Math.floor(r.days / 7), Math.ceil((last + 14) / 14) * 2);
}

type RunnerProps = {
  y: number;
  name: string;
  band: Band;
  x: (d: number) => number;
  end: number;
  kind: "tip" | "water";
  /** where its name begins */
  at: number;
};

/** One runner: the days four of five come in, and the middle one. */
function Runner({ y, name, band, x, end, kind, at }: RunnerProps) {
  const from = band.low ?? band.median;
  const none = from === undefined;
  const to = band.high === undefined ? end : x(band.high);
  return (
    <g className={`runner runner-${kind}`}>
      <text x={at} y={y - 12} className="runner-name">
        {name}
        {none ? (kind === "tip" ? ": not within these days" : ": as long as it is drawn") : `: ${band.words}`}
      </text>
      {!none && (
        <>
          <line x1={x(from)} x2={Math.max(to, x(from) + 4)} y1={y} y2={y} className="runner-band" />
          {band.high === undefined && (
            <path d={`M${end - 8} ${y - 6}L${end} ${y}L${end - 8} ${y + 6}`} className="runner-on" />
          )}
          {band.median !== undefined && <circle cx={x(band.median)} cy={y} r="7" className="runner-middle" />}
        </>
      )}
      {none && kind === "water" && <line x1={x(0)} x2={end} y1={y} y2={y} className="runner-band" />}
    </g>
  );
}

type NamesProps = { outcomes: Outcome[]; shown: Outcome; weeks: number; x: number; y: (v: number) => number };

/** The names of the ways at the ends of their lines, kept apart. */
function Names({ outcomes, shown, weeks, x, y }: NamesProps) {
  const ends = outcomes
    .map((o) => ({ o, at: y(o.water[Math.min(weeks * 7, o.water.length - 1)]?.median ?? 0) }))
    .sort((a, b) => a.at - b.at);
  const places = ends.reduce<number[]>((at, end) => [...at, Math.max(end.at, (at.at(-1) ?? 0) + 17)], []);
  return (
    <>
      {ends.map(({ o }, i) => {
        return (
          <text
            key={o.code}
            x={x + 6}
            y={(places[i] ?? 0) + 4}
            className="race-name"
            data-shown={o.code === shown.code || undefined}
          >
            {o.name}
          </text>
        );
      })}
    </>
  );
}

function said(o: Outcome): string {
  const tip = o.tip_day.median === undefined ? "no tip" : `first tip in about ${Math.round(o.tip_day.median)} days`;
  const dry =
    o.lost_day.median === undefined
      ? "it holds out"
      : `without roots lost in about ${Math.round(o.lost_day.median)} days`;
  return `${o.name}: ${o.chance_words}; ${tip}; ${dry}`;
}
