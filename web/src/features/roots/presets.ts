import type { Root, RootKnowledge, Segment } from "../../lib/api/client";
import { tell } from "../../words/roots";

/** Something one says of a root with a single key or tap. */
export type Preset = {
  key: string;
  words: string;
  /** The row of the root table it amounts to; its state is drawn on the button. */
  row: string;
  gives: Pick<Segment, "feel" | "colour" | "wetting">;
};

export const presets: Preset[] = [
  { key: "f", words: tell("firm-pale"), row: "firm", gives: { feel: "firm", colour: "pale" } },
  { key: "g", words: tell("greens-when-wet"), row: "greens", gives: { feel: "firm", wetting: "greens" } },
  { key: "p", words: tell("smooth-patches"), row: "patches-smooth", gives: { feel: "firm", colour: "patches-smooth" } },
  { key: "r", words: tell("rough-patches"), row: "patches-hard", gives: { feel: "firm", colour: "patches-hard" } },
  { key: "b", words: tell("brown-firm"), row: "brown-firm", gives: { feel: "firm", colour: "brown" } },
  { key: "k", words: tell("black-firm"), row: "black-firm", gives: { feel: "firm", colour: "black" } },
  { key: "l", words: tell("limp"), row: "limp", gives: { feel: "limp" } },
  { key: "d", words: tell("not-sure"), row: "not-felt", gives: {} },
  { key: "h", words: tell("hollow-papery"), row: "hollow", gives: { feel: "hollow" } },
  { key: "c", words: tell("crunchy-white"), row: "crunchy", gives: { feel: "crunchy" } },
  { key: "t", words: tell("bare-thread"), row: "thread", gives: { feel: "thread" } },
  { key: "m", words: tell("mushy"), row: "mushy", gives: { feel: "mushy" } },
];

/** The preset that says what is noted of a stretch, when one does. */
export function presetOf(s: Segment): Preset | undefined {
  return presets.find(({ gives: g }) => g.feel === s.feel && g.colour === s.colour && g.wetting === s.wetting);
}

/** The state a preset comes to in a group, read from the one table. */
export function stateOf(p: Preset, knowledge: RootKnowledge | undefined, rootClass: string): string | undefined {
  const row = knowledge?.table.find((r) => r.id === p.row);
  return rootClass === "brown" ? row?.brown : row?.pale;
}

export const depthKeys: Record<string, NonNullable<Root["depth"]>> = {
  a: "aerial",
  s: "surface",
  e: "edge",
  u: "bottom",
  i: "core",
};
export const tipKeys: Record<string, NonNullable<Root["tip"]>> = { w: "growing", q: "sealed" };

/** A new name for a root, kept from reading to reading. */
export function freshID(): string {
  return "r" + crypto.getRandomValues(new Uint32Array(2)).reduce((s, n) => s + n.toString(36), "");
}

/** Takes n roots out of a batch, as an entry of their own right behind it. */
export function splitOff(roots: Root[], id: string, n: number): [Root[], string] {
  const fresh = freshID();
  const next = roots.flatMap((r) => {
    if (r.id !== id || r.count <= n) return [r];
    return [
      { ...r, count: r.count - n },
      { ...r, id: fresh, count: n },
    ];
  });
  return [next, fresh];
}
