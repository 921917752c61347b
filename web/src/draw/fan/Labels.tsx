import { tell } from "../../words/draw";
import pen from "../pens.module.css";
import css from "./fan.module.css";
import { headingAt, pointAt, type Line, type Strand } from "./layout";
import { isGone, toCut, type View } from "./view";

type Props = {
  strands: Strand[];
  view: View;
  cuts?: boolean;
  done?: Record<string, number>;
  selected?: string;
};

type Note = { key: string; x: number; y: number; words: string; kind: "root" | "cut"; chosen?: boolean };

const LETTER = 7.2;
const LINE = 15;

/** Numbers at the tips and cut ticks, on top of all roots and clear of each other. */
export function Labels({ strands, view, cuts, done, selected }: Props) {
  const ticks = strands.flatMap((s) => ticksOf(s, view, isGone(s, done) && !!cuts));
  const notes = apart(
    strands.flatMap((s) => notesOf(s, view, cuts, done, selected)),
    view.height - LINE / 2,
  );
  return (
    <>
      {ticks.map((t) => (
        <line key={t.key} {...t.ends} className={t.gone ? pen.ink : pen.act} strokeWidth="2.5" data-cut />
      ))}
      {notes.map((n) => (
        <text
          key={n.key}
          x={n.x}
          y={n.y}
          dy="0.35em"
          textAnchor="middle"
          className={`${pen.clear} ${n.kind === "cut" ? css.cutAt : css.label}`}
          data-chosen={n.chosen || undefined}
        >
          {n.words}
        </text>
      ))}
    </>
  );
}

function tick(key: string, line: Line, at: number, view: View, gone: boolean) {
  const q = pointAt(line, at);
  const a = headingAt(line, at);
  const [x, y] = [view.x(q.x), view.y(q.y)];
  const [dx, dy] = [7 * Math.cos(a), -7 * Math.sin(a)];
  return { key, gone, ends: { x1: x - dx, y1: y - dy, x2: x + dx, y2: y + dy } };
}

function ticksOf(s: Strand, view: View, gone: boolean) {
  const at = s.verdict.decision.cut_at_mm;
  const own = at != null && s.n < toCut(s) ? [tick(s.key, s.line, at, view, gone)] : [];
  const sides = s.sides.flatMap((side) => {
    const cut = s.verdict.branches?.[side.index]?.decision?.cut_at_mm;
    return cut == null || gone ? [] : [tick(`${s.key}/${side.index}`, side, cut, view, false)];
  });
  return [...own, ...sides];
}

function notesOf(s: Strand, view: View, cuts?: boolean, done?: Record<string, number>, selected?: string): Note[] {
  if (!s.labelled) return [];
  const notes: Note[] = [];
  const d = s.verdict.decision;
  const end = s.line.points.at(-1);
  if (end) {
    const a = headingAt(s.line, s.line.length);
    const words = [s.verdict.label, d.recheck && "?", d.kind === "anchor" && tell("anchor")].filter(Boolean).join(" ");
    notes.push({
      key: s.key,
      kind: "root",
      words,
      chosen: s.id === selected,
      // Beyond the tip, the way the root points.
      x: view.x(end.x) + (10 + (words.length * LETTER) / 2) * Math.sin(a),
      y: view.y(end.y) + 15 * Math.cos(a),
    });
  }
  if (cuts && d.cut_at_mm != null && !isGone(s, done)) {
    const q = pointAt(s.line, d.cut_at_mm);
    const a = headingAt(s.line, d.cut_at_mm);
    const words = String(d.cut_at_mm);
    notes.push({
      key: `${s.key}.cut`,
      kind: "cut",
      words,
      x: view.x(q.x) + 12 * Math.cos(a) + (words.length * LETTER) / 2,
      y: view.y(q.y) - 8 * Math.sin(a) + (d.whole ? 9 : 0),
    });
  }
  return notes;
}

/** Moves notes that would cover each other down, line by line. One that finds no room is left out. */
function apart(notes: Note[], lowest: number): Note[] {
  const placed: Note[] = [];
  const clash = (a: Note, b: Note) =>
    Math.abs(a.y - b.y) < LINE && Math.abs(a.x - b.x) < ((a.words.length + b.words.length) * LETTER) / 2 + 4;
  for (const n of [...notes].sort((a, b) => a.y - b.y)) {
    const at = { ...n };
    for (let tries = 0; tries < 6 && placed.some((p) => clash(p, at)); tries++) at.y += LINE / 2;
    const fits = at.y <= lowest && !placed.some((p) => clash(p, at));
    if (at.chosen || fits) placed.push(at);
  }
  return placed;
}
