import { line as pathOf } from "d3-shape";
import { part, type Line, type Strand } from "./layout";

/** From mm on the drawing to pixels on the screen. */
export type View = {
  x: (mm: number) => number;
  y: (mm: number) => number;
  scale: number;
  /** How thick a root may be drawn, so that its neighbours stay apart. */
  thickest: number;
  width: number;
  height: number;
};

const draw = pathOf<[number, number]>();

/** The path of a line between two distances from its base. */
export function trace(line: Line, view: View, from: number, to: number): string {
  return draw(part(line, from, to).map((q) => [view.x(q.x), view.y(q.y)])) ?? "";
}

/** How many of a batch are to be cut; the others stay as anchors. */
export function toCut(s: Strand): number {
  return s.verdict.decision.cut_at_mm == null ? 0 : s.verdict.count - (s.verdict.decision.anchors ?? 0);
}

/** Whether this very root is cut already: a batch goes one by one. */
export function isGone(s: Strand, done?: Record<string, number>): boolean {
  return s.n < Math.min(toCut(s), done?.[s.id] ?? 0);
}
