import type { Noted } from "../../lib/api/client";
import { Checkin } from "../../lib/api/fields";
import { abreast, flowerings, media, type Words } from "../../lib/words";
import { tell } from "../../words/aftercare";

type Field = keyof Noted;

/** A field of the check-in: a choice, or a figure as the contract has it. */
type Asked = { label: string } & ({ options: Words } | { unit?: string; min: number; max: number; whole?: boolean });

const yesNo: Words = [
  ["yes", tell("yes")],
  ["no", tell("no")],
];

/** The fields in the order of a look: roots first, then the pot, then the plant. */
export const asked: Partial<Record<Field, Asked>> = {
  tips: Checkin.tips,
  tip_state: {
    label: tell("the-tips"),
    options: [
      ["growing", tell("green-growing")],
      ["still", tell("standing-still")],
      ["dry", tell("brown-dry-and-short")],
      ["black", tell("black-and-wet")],
    ],
  },
  tips_at: {
    label: tell("they-are"),
    options: [
      ["air", tell("in-the-air")],
      ["edge", tell("at-the-wall-or-surface")],
      ["half", tell("half-down")],
      ["water", tell("at-the-water")],
    ],
  },
  longest_mm: Checkin.longest_mm,
  tips_on: {
    label: tell("on"),
    options: [
      ["newest", tell("the-newest-growth")],
      ["older", tell("an-older-growth")],
      ["aerial", tell("a-root-in-the-air")],
    ],
  },
  grips: { label: tell("new-roots-grip"), options: yesNo },
  bends: { label: tell("stiff-roots-bend"), options: yesNo },
  old_roots: {
    label: tell("old-roots"),
    options: [
      ["kept", tell("kept")],
      ["branched", tell("one-branched")],
      ["some-lost", tell("some-lost")],
      ["fifth-lost", tell("over-a-fifth-lost")],
    ],
  },
  root_colour: {
    label: tell("roots-that-show"),
    options: [
      ["silver", tell("silver")],
      ["green", tell("green")],
    ],
  },
  wobble: { label: tell("it-moves-at-a-light-pull"), options: yesNo },
  medium: {
    label: tell("the-top-third-of-the-medium"),
    options: [
      ["dry", tell("dry-light")],
      ["damp", tell("damp")],
      ["wet", tell("wet-heavy")],
    ],
  },
  moss: {
    label: tell("the-moss"),
    options: [
      ["pale", tell("pale")],
      ["pale-above", tell("pale-above")],
      ["moist", tell("moist")],
      ["wet", tell("dark-and-wet")],
    ],
  },
  reservoir_mm: Checkin.reservoir_mm,
  dry_line_mm: Checkin.dry_line_mm,
  stands_in: { label: tell("it-stands-in"), options: media.filter(([code]) => code !== "none") },
  medium_gone: { label: tell("the-medium-crumbles-or-its-wood"), options: yesNo },
  leaf: {
    label: tell("leaves"),
    options: [
      ["firm", tell("firm")],
      ["limp", tell("limp")],
    ],
  },
  yellow: { label: tell("leaves-turn-yellow"), options: yesNo },
  newest_leaf_mm: Checkin.newest_leaf_mm,
  bulbs: {
    label: tell("bulbs"),
    options: [
      ["plumper", tell("plumper")],
      ["same", tell("the-same")],
      ["thinner", tell("thinner")],
    ],
  },
  growth: {
    label: tell("growth"),
    options: [
      ["growing", tell("a-new-one-begins")],
      ["maturing", tell("half-grown-or-finishing")],
      ["idle", tell("none")],
      ["resting", tell("it-rests")],
    ],
  },
  shoot_mm: Checkin.shoot_mm,
  flowering: { label: tell("flowers"), options: flowerings },
  base_rots: { label: tell("a-growth-soft-or-dark-at-its"), options: yesNo },
  patch: {
    label: tell("the-treated-patch"),
    options: [
      ["same", tell("dry-and-unchanged")],
      ["grown", tell("grown-by-2-mm")],
      ["general", tell("there-are-more")],
    ],
  },
  film: {
    label: tell("film"),
    options: [
      ["none", tell("none")],
      ["green", tell("green")],
      ["dark", tell("dark")],
    ],
  },
  smell: {
    label: tell("smell"),
    options: [
      ["none", tell("none")],
      ["sour", tell("sour")],
      ["decay", tell("of-decay")],
    ],
  },
  crust: { label: tell("a-white-crust"), options: yesNo },
  pests: { label: tell("something-crawls"), options: yesNo },
  lodger: {
    label: tell("in-the-tray-this-morning"),
    options: [
      ["no", tell("nothing")],
      ["yes", tell("a-snail-or-slug")],
      ["worm", tell("a-worm-or-castings")],
      ["other", tell("something-else")],
    ],
  },
  nectar: { label: tell("its-own-sticky-drops-and-no"), options: yesNo },
  weeds: { label: tell("weeds"), options: yesNo },
  covered: { label: tell("stones-or-leaves-lie-over"), options: yesNo },
  dusty: { label: tell("dust-on-its-leaves"), options: yesNo },
};

export const fieldsInOrder = Object.keys(asked) as Field[];

/** The words of what can be chosen for a field. */
function choices(field: Field, value: string) {
  const how = asked[field];
  return how && "options" in how ? how.options.find(([c]) => c === value)?.[1] : value;
}

/** What was noted, in words; roots as they are called. */
export function notedWords(noted: Noted, names: Record<string, string>): string {
  const said = fieldsInOrder.flatMap((f) => {
    const value = noted[f];
    const how = asked[f];
    if (value === undefined || !how) return [];
    const words = "options" in how ? choices(f, String(value)) : `${value} ${how.unit ?? ""}`.trim();
    return [`${how.label}: ${words ?? String(value)}`];
  });
  const taped = (noted.roots ?? []).map((t) =>
    tell("root", {
      root: names[t.root] ?? t.root,
      facts: abreast([
        t.length_mm && `${t.length_mm} mm`,
        t.tip && tell("root-tip", { tip: t.tip }),
        t.kept === "no" && tell("root-lost"),
        t.branched && tell("root-branched"),
      ]),
    }),
  );
  return [...said, ...taped, ...(noted.note ? [noted.note] : [])].join(" · ");
}
