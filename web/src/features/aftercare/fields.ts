import type { Noted } from "../../lib/api/client";
import { Checkin } from "../../lib/api/fields";
import { flowerings, type Words } from "../../lib/words";

type Field = keyof Noted;

/** A field of the check-in: a choice, or a figure as the contract has it. */
type Asked = { label: string } & ({ options: Words } | { unit?: string; min: number; max: number; whole?: boolean });

const yesNo: Words = [
  ["yes", "Yes"],
  ["no", "No"],
];

/** The fields in the order of a look: roots first, then the pot, then the plant. */
export const asked: Partial<Record<Field, Asked>> = {
  tips: Checkin.tips,
  tip_state: {
    label: "The tips",
    options: [
      ["growing", "Green, growing"],
      ["still", "Standing still"],
      ["dry", "Brown, dry and short"],
      ["black", "Black and wet"],
    ],
  },
  tips_at: {
    label: "They are",
    options: [
      ["air", "In the air"],
      ["edge", "At the wall or surface"],
      ["half", "Half down"],
      ["water", "At the water"],
    ],
  },
  longest_mm: Checkin.longest_mm,
  tips_on: {
    label: "On",
    options: [
      ["newest", "The newest growth"],
      ["older", "An older growth"],
      ["aerial", "A root in the air"],
    ],
  },
  grips: { label: "New roots grip", options: yesNo },
  bends: { label: "Stiff roots bend", options: yesNo },
  old_roots: {
    label: "Old roots",
    options: [
      ["kept", "Kept"],
      ["branched", "One branched"],
      ["some-lost", "Some lost"],
      ["fifth-lost", "Over a fifth lost"],
    ],
  },
  root_colour: {
    label: "Roots that show",
    options: [
      ["silver", "Silver"],
      ["green", "Green"],
    ],
  },
  wobble: { label: "It moves at a light pull", options: yesNo },
  medium: {
    label: "The top third of the medium",
    options: [
      ["dry", "Dry, light"],
      ["damp", "Damp"],
      ["wet", "Wet, heavy"],
    ],
  },
  moss: {
    label: "The moss",
    options: [
      ["pale", "Pale"],
      ["moist", "Moist"],
      ["wet", "Dark and wet"],
    ],
  },
  reservoir_mm: Checkin.reservoir_mm,
  dry_line_mm: Checkin.dry_line_mm,
  medium_gone: { label: "The medium crumbles, or its wood is soft", options: yesNo },
  leaf: {
    label: "Leaves",
    options: [
      ["firm", "Firm"],
      ["limp", "Limp"],
    ],
  },
  yellow: { label: "Leaves turn yellow", options: yesNo },
  newest_leaf_mm: Checkin.newest_leaf_mm,
  bulbs: {
    label: "Bulbs",
    options: [
      ["plumper", "Plumper"],
      ["same", "The same"],
      ["thinner", "Thinner"],
    ],
  },
  growth: {
    label: "Growth",
    options: [
      ["growing", "A new one begins"],
      ["maturing", "Half grown or finishing"],
      ["idle", "None"],
      ["resting", "It rests"],
    ],
  },
  shoot_mm: Checkin.shoot_mm,
  flowering: { label: "Flowers", options: flowerings },
  base_rots: { label: "A growth soft or dark at its base", options: yesNo },
  patch: {
    label: "The treated patch",
    options: [
      ["same", "Dry and unchanged"],
      ["grown", "Grown by 2 mm"],
      ["general", "There are more"],
    ],
  },
  film: {
    label: "Film",
    options: [
      ["none", "None"],
      ["green", "Green"],
      ["dark", "Dark"],
    ],
  },
  smell: {
    label: "Smell",
    options: [
      ["none", "None"],
      ["sour", "Sour"],
      ["decay", "Of decay"],
    ],
  },
  crust: { label: "A white crust", options: yesNo },
  pests: { label: "Something crawls", options: yesNo },
  lodger: {
    label: "In the tray this morning",
    options: [
      ["no", "Nothing"],
      ["yes", "A snail or slug"],
    ],
  },
  nectar: { label: "Its own sticky drops, and no insects", options: yesNo },
  weeds: { label: "Weeds, and leaves over it", options: yesNo },
};

export const fieldsInOrder = Object.keys(asked) as Field[];

/** What was noted, in words. */
export function notedWords(noted: Noted): string {
  const said = fieldsInOrder.flatMap((f) => {
    const value = noted[f];
    const how = asked[f];
    if (value === undefined || !how) return [];
    const words = "options" in how ? how.options.find(([c]) => c === value)?.[1] : `${value} ${how.unit ?? ""}`.trim();
    return [`${how.label}: ${(words ?? String(value)).toLowerCase()}`];
  });
  const taped = (noted.roots ?? []).map((t) =>
    [`Root ${t.root}:`, t.length_mm && `${t.length_mm} mm`, t.tip, t.kept === "no" && "lost", t.branched && "branched"]
      .filter(Boolean)
      .join(" "),
  );
  return [...said, ...taped, ...(noted.note ? [noted.note] : [])].join(" · ");
}
