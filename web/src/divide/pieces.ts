import type { Divisible, Piece } from "../api/client";

/** Pieces are named by letters, the oldest A. */
export const pieceName = (i: number) => String.fromCharCode(65 + i);

/** The bulbs of each piece that cuts leave; what it has, where the advice knows. */
export function piecesOf(at: Divisible, cuts: number[]): { bulbs: number[]; known?: Piece }[] {
  const of = new Map<number, number>();
  const parts: number[][] = [];
  for (const b of at.rhizome.bulbs) {
    const own = b.from === 0 || cuts.includes(b.n);
    const part = own ? parts.length : (of.get(b.from) ?? 0);
    if (own) parts.push([]);
    of.set(b.n, part);
    parts[part]?.push(b.n);
  }
  const known = [...at.advice.pieces, ...at.advice.places.flatMap((p) => [p.older, p.newer])];
  return parts.map((bulbs) => ({ bulbs, known: known.find((k) => k.bulbs.join() === bulbs.join()) }));
}
