import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import type { Band, Outcome, RaceResult } from "../lib/api/client";
import { useNarrow } from "../lib/narrow";
import { percent } from "../lib/words";
import { Aside } from "../ui/Said";
import { tell } from "../words/draw";
import pen from "./pens.module.css";

type Props = { race: RaceResult; shown: Outcome };
const LEFT = 84;

/** Weeks across, water up. */
function frame(r: RaceResult, o: Outcome, small: boolean) {
  const W = small ? 366 : 940;
  const right = small ? 14 : 150;
  const H = small ? 380 : 360;
  const second = small ? 90 : 66;
  const top = second + 38;
  const weeks = horizon(r, o);
  const x = scaleLinear([0, weeks * 7], [LEFT, W - right]).clamp(true);
  const low = Math.min(0.4, Math.floor((r.lost_at.low - 0.05) * 10) / 10);
  const y = scaleLinear([low, 1], [H - 30, top]);
  return { W, H, end: W - right, first: small ? 40 : 26, second, top, weeks, x, y, low, small };
}

type Frame = ReturnType<typeof frame>;

/**
 * Two runners on one line of weeks: how long its water lasts, and when its roots
 * come. Below them the water itself, with the band it may lie in.
 */
export function RacePicture({ race: r, shown: o }: Props) {
  const small = useNarrow();
  const f = frame(r, o, small);
  const { W, H, end, first, second, top, weeks, x, y, low } = f;
  const limpOn = o.limp_day.median;
  const others = r.outcomes.filter((other) => other.code !== o.code);
  return (
    <figure>
      <svg viewBox={`0 0 ${W} ${H}`} role="img" aria-label={said(o)} className={pen.drawing} data-race>
        <Runner y={first} name={tell("its-first-tip")} band={o.tip_day} x={x} end={end} kind="tip" small={small} />
        <Runner
          y={second}
          name={tell("lasts-without-roots")}
          band={o.lost_day}
          x={x}
          end={end}
          kind="water"
          small={small}
        />
        <line x1={LEFT} x2={end} y1={top - 16} y2={top - 16} className={pen.hair} />
        <Lines r={r} f={f} />
        <Waters outcome={o} others={others} f={f} />
        {!small && <Names outcomes={r.outcomes} shown={o} weeks={weeks} x={end} y={(v) => y(Math.max(low, v))} />}
        <Meeting r={r} outcome={o} f={f} />
        <Axes r={r} f={f} />
      </svg>
      <figcaption>
        <Aside>
          {tell("blue-its-water-and-the-band-four", { name: o.name })}
          {limpOn !== undefined && limpOn >= 1 && limpOn <= weeks * 7 && (
            <> {tell("limp-in-about", { about: o.limp_day.about?.text })}</>
          )}
          {others.length > 0 && <> {tell("thin-lines-the-other-ways")}</>}
        </Aside>
      </figcaption>
    </figure>
  );
}

type PartProps = { r: RaceResult; f: Frame };

/** Where it is limp, and where likely lost. */
function Lines({ r, f: { y, end, low } }: PartProps) {
  return (
    <>
      <rect
        x={LEFT}
        width={end - LEFT}
        y={y(Math.min(1, r.lost_at.high))}
        height={Math.max(0, y(low) - y(Math.min(1, r.lost_at.high)))}
        className={pen.actFill}
        opacity="0.07"
      />
      <line
        x1={LEFT}
        x2={end}
        y1={y(r.lost_at.value)}
        y2={y(r.lost_at.value)}
        className={pen.act}
        strokeDasharray="8 5"
      />
      <line
        x1={LEFT}
        x2={end}
        y1={y(r.limp_at.value)}
        y2={y(r.limp_at.value)}
        className={pen.silver}
        strokeDasharray="2 5"
      />
    </>
  );
}

/** Its water with the band that it may lie in, and thin the water of the other ways. */
function Waters({ outcome: o, others, f }: { outcome: Outcome; others: Outcome[]; f: Frame }) {
  const { x, y, low, weeks } = f;
  const drawn = (of: Outcome) => of.water.filter((w) => w.day <= weeks * 7);
  const band = area<Outcome["water"][number]>()
    .x((w) => x(w.day))
    .y0((w) => y(Math.max(low, w.low)))
    .y1((w) => y(w.high));
  const middle = line<Outcome["water"][number]>()
    .x((w) => x(w.day))
    .y((w) => y(Math.max(low, w.median)));
  return (
    <>
      {others.map((other) => (
        <path key={other.code} d={middle(drawn(other)) ?? ""} className={pen.faint} />
      ))}
      <path d={band(drawn(o)) ?? ""} className={pen.waterFill} opacity="0.2" />
      <path d={middle(drawn(o)) ?? ""} className={pen.water} strokeWidth="3.5" />
    </>
  );
}

/** The day of its tip, and the day on which half of them would be lost. */
function Meeting({ r, outcome: o, f: { x, y, top, H, weeks } }: PartProps & { outcome: Outcome }) {
  const crossing = o.water.find((w) => w.median < r.lost_at.value && w.day <= weeks * 7);
  return (
    <>
      {o.tip_day.median !== undefined && o.tip_day.median <= weeks * 7 && (
        <line
          x1={x(o.tip_day.median)}
          x2={x(o.tip_day.median)}
          y1={top - 16}
          y2={H - 30}
          className={pen.green}
          strokeWidth="1.5"
          strokeDasharray="1 5"
          strokeLinecap="round"
        />
      )}
      {crossing && (
        <circle
          cx={x(crossing.day)}
          cy={y(r.lost_at.value)}
          r="6"
          className={`${pen.act} ${pen.onPaper}`}
          strokeWidth="3"
        >
          <title>{tell("here-half-of-them-would-be-lost")}</title>
        </circle>
      )}
    </>
  );
}

/** The levels of its water, and the weeks. */
function Axes({ r, f: { x, y, H, low, weeks, small } }: PartProps) {
  const step = weeks > 16 || (small && weeks > 12) ? 4 : 2;
  const ticks = Array.from({ length: Math.floor(weeks / step) + 1 }, (_, i) => i * step);
  // The axis names what its levels mean, so that no words lie among the lines.
  const named = [
    { at: r.limp_at.value, name: "limp" },
    { at: r.lost_at.value, name: tell("likely-lost") },
  ];
  const levels = [
    ...named,
    ...[1, 0.8, 0.6, low]
      .filter((at) => named.every((n) => Math.abs(y(n.at) - y(at)) > 32))
      .map((at) => ({ at, name: "" })),
  ];
  return (
    <>
      {levels.map(({ at, name }) => (
        <text key={at} x={LEFT - 8} y={y(at) + (name ? -3 : 5)} className={pen.faintFill} textAnchor="end" data-level>
          {name && (
            <tspan x={LEFT - 8} fontWeight="700">
              {name}
            </tspan>
          )}
          <tspan x={LEFT - 8} dy={name ? 15 : 0}>
            {percent(at)}
          </tspan>
        </text>
      ))}
      {ticks.map((week, i) => {
        const last = i === ticks.length - 1;
        if (small && i === ticks.length - 2) return null; // the last needs its room for its unit
        return (
          <text
            key={week}
            x={x(week * 7)}
            y={H - 8}
            className={pen.faintFill}
            textAnchor={last ? "end" : "middle"}
            data-tick
          >
            {week === 0 ? tell("now") : last ? tell("weeks", { week }) : week}
          </text>
        );
      })}
    </>
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
  small: boolean;
};

/** One runner: the days four of five come in, and the middle one. */
function Runner({ y, name, band, x, end, kind, small }: RunnerProps) {
  const from = band.low ?? band.median;
  const none = from === undefined;
  const tone = kind === "tip" ? pen.green : pen.water;
  const to = band.high === undefined ? end : x(band.high);
  const at = small ? 0 : LEFT;
  const said = none
    ? kind === "tip"
      ? tell("not-within-these-days")
      : tell("as-long-as-it-is-drawn")
    : band.words?.text;
  return (
    <g>
      <text x={at} y={y - (small ? 27 : 12)} fontWeight="700" data-runner={kind}>
        {name}:{" "}
        <tspan {...(small ? { x: at, dy: 15 } : {})} fontWeight={small ? 400 : 700}>
          {said}
        </tspan>
      </text>
      {!none && (
        <>
          <line
            x1={x(from)}
            x2={Math.max(to, x(from) + 4)}
            y1={y}
            y2={y}
            className={tone}
            strokeWidth="9"
            strokeLinecap="round"
            opacity="0.35"
            data-band={kind}
          />
          {band.high === undefined && (
            <path d={`M${end - 8} ${y - 6}L${end} ${y}L${end - 8} ${y + 6}`} className={pen.water} strokeWidth="3" />
          )}
          {band.median !== undefined && (
            <circle cx={x(band.median)} cy={y} r="7" className={`${tone} ${pen.onPaper}`} strokeWidth="4" />
          )}
        </>
      )}
      {none && kind === "water" && (
        <line
          x1={x(0)}
          x2={end}
          y1={y}
          y2={y}
          className={tone}
          strokeWidth="9"
          strokeLinecap="round"
          opacity="0.35"
          data-band={kind}
        />
      )}
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
            className={o.code === shown.code ? pen.waterFill : pen.faintFill}
            fontWeight={o.code === shown.code ? 700 : undefined}
          >
            {o.name}
          </text>
        );
      })}
    </>
  );
}

function said(o: Outcome): string {
  const tip =
    o.tip_day.median === undefined
      ? tell("no-tip")
      : tell("first-tip-in-about-days", { median: Math.round(o.tip_day.median) });
  const dry =
    o.lost_day.median === undefined
      ? tell("it-holds-out")
      : tell("without-roots-lost-in-about-days", { median: Math.round(o.lost_day.median) });
  return `${o.name}: ${o.chance_words.text}; ${tip}; ${dry}`;
}
