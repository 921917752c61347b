import type { Growth, DrawnRoot, DrawnVerdict, Root, RootsReading, Stretch } from "../../lib/api/client";

/** A point of a strand: where it is (mm on the drawing) and how far along. */
type Point = { x: number; y: number; at: number };

/** One drawn root or side root: its centre line in mm, base to tip. */
export type Line = { points: Point[]; length: number; stretches: Stretch[] };

/** One root of an entry, drawn. A long batch is drawn as a few of its roots. */
export type Strand = {
  id: string;
  key: string;
  /** Which of its batch it is, from 0. */
  n: number;
  root: Root;
  verdict: DrawnRoot;
  line: Line;
  sides: (Line & { index: number; at: number })[];
  grownFrom?: number;
  labelled: boolean;
};

export type Layout = {
  strands: Strand[];
  /** Whether some batch is drawn as a few of its roots. */
  few: boolean;
  baseHalf: number;
  growths: { x: number; label: string }[];
  left: number;
  right: number;
  top: number;
  bottom: number;
};

const DRAW_ALL_UP_TO = 72;
const STEP = 2;

/** Inmost first: the order in which roots fill the fan from its middle out. */
const inward: Record<string, number> = { core: 0, bottom: 1, "": 2, edge: 3, surface: 4, aerial: 5 };

/** A steady small number for a text, so that a drawing never jumps. */
function steady(text: string): number {
  let h = 2166136261;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619);
  return ((h >>> 0) % 1000) / 1000 - 0.5;
}

/** How a root leaves its base: at an angle (0 is straight down), so long, sinking within so many mm. */
type Way = { angle: number; length: number; sink: number; seed: number };

/** Walks a root from its base. */
function walk(from: { x: number; y: number }, { angle, length, sink, seed }: Way): Point[] {
  let { x, y } = from;
  const points = [{ x, y, at: 0 }];
  for (let at = 0; at < length;) {
    const step = Math.min(STEP, length - at);
    const a = angle * Math.exp(-at / sink) + 0.09 * Math.sin(at / 17 + seed * 20) * Math.min(1, at / 30);
    x += step * Math.sin(a);
    y += step * Math.cos(a);
    at += step;
    points.push({ x, y, at });
  }
  return points;
}

export function pointAt(line: Line, at: number): Point {
  const i = Math.min(line.points.length - 1, Math.max(0, Math.round(at / STEP)));
  return line.points[i] ?? { x: 0, y: 0, at: 0 };
}

/** The direction of a line at a distance from its base, radians from straight down. */
export function headingAt(line: Line, at: number): number {
  const a = pointAt(line, Math.max(0, at - 3));
  const b = pointAt(line, Math.min(line.length, at + 3));
  return Math.atan2(b.x - a.x, b.y - a.y);
}

export function part(line: Line, from: number, to: number): Point[] {
  const inside = line.points.filter((p) => p.at > from && p.at < to);
  const between = (at: number): Point => {
    const i = line.points.findIndex((p) => p.at >= at);
    const b = line.points[i] ?? line.points.at(-1);
    const a = line.points[i - 1];
    if (!b) return { x: 0, y: 0, at };
    if (!a || b.at === a.at) return b;
    const t = (at - a.at) / (b.at - a.at);
    return { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y), at };
  };
  return [between(from), ...inside, between(Math.min(to, line.length))];
}

type Pending = { root: Root; verdict: DrawnRoot; n: number; of: number };

/** Lays the strands of one growth out symmetrically, the inmost in the middle. */
function symmetric(pending: Pending[]): Pending[] {
  const left: Pending[] = [];
  const right: Pending[] = [];
  [...pending]
    .sort((a, b) => (inward[a.root.depth ?? ""] ?? 2) - (inward[b.root.depth ?? ""] ?? 2))
    .forEach((p, i) => (i % 2 ? left : right).push(p));
  return [...left.reverse(), ...right];
}

/**
 * Lays a verdict out as a fan hanging from the base line, in mm. Lengths are
 * true; the base line and the angles are as wide as the frame has room for,
 * which is 1 for a broad frame and less for a narrow one.
 */
export function layOut(
  reading: RootsReading,
  verdict: DrawnVerdict,
  grown: Growth[] = [],
  room = 1,
  reach = 0,
): Layout {
  const byID = new Map(reading.roots.map((r) => [r.id, r]));
  const total = verdict.roots.reduce((n, v) => n + v.count, 0);
  const pending: Pending[] = [];
  for (const v of verdict.roots) {
    const root = byID.get(v.id);
    if (!root) continue;
    const shown = total <= DRAW_ALL_UP_TO ? v.count : Math.min(v.count, 3);
    for (let n = 0; n < shown; n++) pending.push({ root, verdict: v, n, of: shown });
  }
  const growthNumbers = [...new Set(pending.map((p) => p.root.growth ?? 0))].sort((a, b) => a - b);
  const ordered = growthNumbers.flatMap((g) => symmetric(pending.filter((p) => (p.root.growth ?? 0) === g)));

  const longest = Math.max(60, reach, ...verdict.roots.map((v) => v.length_mm));
  const n = ordered.length;
  const spread = Math.min(1.25, 0.16 * n) * (0.25 + 0.75 * room);
  const baseHalf = 6 + Math.min(longest * 0.9, n * longest * 0.018) * (0.3 + 0.7 * room);
  const strands = ordered.map((p, i) => {
    const t = n === 1 ? 0 : (2 * i) / (n - 1) - 1;
    return strand(p, { x: t * baseHalf * 0.92, t, spread, longest, room }, grown);
  });
  return { strands, few: n < total, baseHalf, growths: growthMarks(strands), ...bounds(strands, baseHalf, reach) };
}

/** Where a root leaves: t from -1 to 1 along the base line, in a fan so wide, of roots so long. */
type Frame = { x: number; t: number; spread: number; longest: number; room: number };

function strand(p: Pending, { x, t, spread, longest, room }: Frame, grown: Growth[]): Strand {
  const seed = steady(p.root.id + p.n);
  const side = t === 0 ? (seed < 0 ? -1 : 1) : Math.sign(t);
  const aerial = p.root.depth === "aerial";
  const angle = aerial ? side * (1.5 + 0.5 * room + 0.3 * seed) : t * spread + seed * 0.1;
  const sink = longest * (aerial ? 0.1 + 0.5 * room : 0.85);
  const line: Line = {
    points: walk({ x, y: 0 }, { angle, length: p.verdict.length_mm, sink, seed }),
    length: p.verdict.length_mm,
    stretches: p.verdict.stretches,
  };
  const sides = (p.verdict.branches ?? []).map((b, index) => {
    const length = b.stretches.at(-1)?.to_mm ?? 0;
    const at = pointAt(line, b.at_mm);
    const out = (index + (side < 0 ? 1 : 0)) % 2 ? -0.9 : 0.9;
    return {
      index,
      at: b.at_mm,
      length,
      stretches: b.stretches,
      points: walk(at, {
        angle: headingAt(line, b.at_mm) + out,
        length,
        sink: longest * 0.6,
        seed: seed + index,
      }),
    };
  });
  const growth = grown.find((g) => g.id === p.root.id);
  return {
    id: p.root.id,
    key: `${p.root.id}.${p.n}`,
    n: p.n,
    root: p.root,
    verdict: p.verdict,
    line,
    sides,
    grownFrom: growth?.from_mm,
    labelled: p.n === Math.floor((p.of - 1) / 2),
  };
}

function growthMarks(strands: Strand[]): Layout["growths"] {
  const at = new Map<number, number[]>();
  for (const s of strands) {
    if (s.root.growth) at.set(s.root.growth, [...(at.get(s.root.growth) ?? []), s.line.points[0]?.x ?? 0]);
  }
  return [...at].map(([g, xs]) => ({ label: String(g), x: xs.reduce((a, b) => a + b, 0) / xs.length }));
}

function bounds(strands: Strand[], baseHalf: number, reach: number) {
  const all = strands.flatMap((s) => [s.line, ...s.sides].flatMap((l) => l.points));
  const xs = all.map((p) => p.x);
  const ys = all.map((p) => p.y);
  return {
    left: Math.min(-baseHalf, ...xs),
    right: Math.max(baseHalf, ...xs),
    top: Math.min(0, ...ys),
    bottom: Math.max(40, reach, ...ys),
  };
}
