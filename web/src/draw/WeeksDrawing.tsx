import { scaleLinear, scaleUtc, type ScaleTime } from "d3-scale";
import { line } from "d3-shape";
import type { GrowthDeed, GrowthLine, GrowthPoint } from "../lib/api/client";
import { day, shortDay } from "../lib/dates";
import { useNarrow } from "../lib/narrow";
import { listed } from "../lib/words";
import { tell } from "../words/draw";
import pen from "./pens.module.css";

type Props = { lines: { line: GrowthLine; name: string }[]; deeds: GrowthDeed[]; from: string; to: string };

const utc = (on: string) => new Date(`${on}T12:00:00Z`);

/** What was done, by its kind: the row it has, and its sign. */
const kinds = ["moved", "cut", "treated", "broke", "fed", "watered"] as const;
const kindWords: Record<string, string> = {
  moved: tell("deed-moved"),
  cut: tell("deed-cleaned"),
  treated: tell("deed-treated"),
  broke: tell("deed-broke"),
  fed: tell("deed-fed"),
  watered: tell("deed-watered"),
};

const left = 74;
const right = 18;
const row = 92;
const deedRow = 20;

/** All its measures on one line of weeks, one above the other, with what was done below them. */
export function WeeksDrawing({ lines, deeds, from, to }: Props) {
  const small = useNarrow();
  const W = small ? 366 : 900;
  const edge = left;
  const x = scaleUtc([utc(from), utc(to)], [edge, W - right]);
  const shown = deeds.filter((d) => d.on >= from && d.on <= to);
  const rows = kinds.filter((k) => shown.some((d) => d.kind === k));
  const foot = lines.length * row + 14;
  const H = foot + rows.length * deedRow + 30;
  const moves = shown.filter((d) => d.kind === "moved");
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className={pen.drawing} role="img" aria-label={said(lines)} data-weeks>
      {moves.map((d) => (
        <line
          key={`${d.on} ${d.what}`}
          x1={x(utc(d.on))}
          x2={x(utc(d.on))}
          y1={4}
          y2={H - 26}
          className={pen.silver}
          strokeDasharray="2 5"
        />
      ))}
      {lines.map((l, i) => (
        <Band key={l.line.code} of={l.line} name={l.name} x={x} top={i * row + 10} edge={edge} end={W - right} />
      ))}
      {rows.map((kind, i) => (
        <g key={kind} data-deeds={kind}>
          <text x={edge - 10} y={foot + i * deedRow + 14} textAnchor="end" className={pen.faintFill}>
            {kindWords[kind]}
          </text>
          {shown
            .filter((d) => d.kind === kind)
            .map((d) => (
              <Sign key={`${d.on} ${d.what ?? ""}`} d={d} x={x(utc(d.on))} y={foot + i * deedRow + 9} />
            ))}
        </g>
      ))}
      <Days x={x} y={H - 8} most={small ? 3 : 8} />
    </svg>
  );
}

type BandProps = {
  of: GrowthLine;
  name: string;
  x: ScaleTime<number, number>;
  top: number;
  edge: number;
  end: number;
};

/** One measure: its dots with how far each may be off, joined; what was cut or changed begins anew. */
function Band({ of, name, x, top, edge, end }: BandProps) {
  const inside = of.points.filter((p) => x(utc(p.on)) >= edge - 1 && x(utc(p.on)) <= end + 1);
  const values = inside.flatMap((p) => [p.value - p.off, p.value + p.off]);
  const [low, high] = values.length > 0 ? [Math.min(...values), Math.max(...values)] : [0, 1];
  const pad = Math.max((high - low) * 0.12, of.code === "bulbs" ? 0.3 : 0.6);
  const y = scaleLinear([low - pad, high + pad], [top + row - 24, top + 24]);
  const join = line<GrowthPoint>()
    .x((p) => x(utc(p.on)))
    .y((p) => y(p.value));
  const write = (v: number) => (of.code === "bulbs" ? "" : `${Math.round(v)}`);
  const ends = [...new Set([write(high), write(low)])].filter(Boolean);
  return (
    <g data-line={of.code}>
      <line x1={edge} x2={end} y1={top + row - 16} y2={top + row - 16} className={pen.hair} />
      <text x={0} y={top + 8}>
        <tspan fontWeight="700">{name}</tspan>
        {of.unit !== "times" && <tspan className={pen.faintFill}> {of.unit}</tspan>}
      </text>
      {ends.map((words, i) => (
        <text
          key={words}
          x={edge - 8}
          y={i === 0 ? y(high) + 5 : y(low) + 5}
          textAnchor="end"
          className={pen.faintFill}
        >
          {words}
        </text>
      ))}
      {pieces(inside).map((piece) => (
        <path key={piece[0]?.on} d={join(piece) ?? ""} className={pen.green} strokeWidth="2" />
      ))}
      {inside.map((p, i) => (
        <g key={`${p.on} ${i}`} data-point={p.on}>
          {p.off > 0 && of.unit !== "" && (
            <line
              x1={x(utc(p.on))}
              x2={x(utc(p.on))}
              y1={y(p.value - 2 * p.off)}
              y2={y(p.value + 2 * p.off)}
              className={pen.silver}
              strokeWidth="1.5"
            />
          )}
          <circle cx={x(utc(p.on))} cy={y(p.value)} r="3.6" className={pen.greenFill}>
            <title>{`${name}, ${day(p.on)}: ${of.code === "bulbs" ? "" : `${Math.round(p.value * 10) / 10} ${of.unit}`}`}</title>
          </circle>
        </g>
      ))}
    </g>
  );
}

/** Points joined until one begins anew. */
function pieces(all: GrowthPoint[]): GrowthPoint[][] {
  const list: GrowthPoint[][] = [];
  for (const p of all) {
    if (p.anew || list.length === 0) list.push([]);
    list.at(-1)?.push(p);
  }
  return list;
}

/** What was done on a day: a tick for water, a filled one for feed, a word's letter for the rest. */
function Sign({ d, x, y }: { d: GrowthDeed; x: number; y: number }) {
  const title = <title>{`${day(d.on)}: ${d.words}`}</title>;
  if (d.kind === "watered")
    return (
      <line x1={x} x2={x} y1={y - 4} y2={y + 4} className={pen.water} strokeWidth="2">
        {title}
      </line>
    );
  if (d.kind === "fed")
    return (
      <path d={`M${x - 4} ${y + 4}L${x} ${y - 5}L${x + 4} ${y + 4}Z`} className={pen.greenFill}>
        {title}
      </path>
    );
  return (
    <rect x={x - 4} y={y - 4} width="8" height="8" className={d.kind === "broke" ? pen.actFill : pen.umberFill}>
      {title}
    </rect>
  );
}

/** A few days under the line. */
function Days({ x, y, most }: { x: ScaleTime<number, number>; y: number; most: number }) {
  const ticks = x.ticks(most);
  return ticks.map((t) => (
    <text key={t.getTime()} x={x(t)} y={y} textAnchor="middle" className={pen.faintFill}>
      {shortDay(t.toISOString())}
    </text>
  ));
}

const said = (lines: Props["lines"]) =>
  tell("measures-over-the-weeks-the", { names: listed(lines.map((l) => l.name)) });
