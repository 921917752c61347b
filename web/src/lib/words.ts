import { tell } from "../words/ui";
import { locale } from "./tell";
/** The page's words for the codes of the contract. */
export const gradeWords: Record<string, string> = {
  rootless: tell("rootless"),
  "near-rootless": tell("near-rootless"),
  poor: tell("poor"),
  fair: tell("fair"),
  good: tell("good"),
};

/** The grade of the roots, where its leaves ask for more, so said. */
export const gradeOf = (grade: string, starved?: boolean) =>
  starved ? tell("grade-for-its-leaves", { grade: gradeWords[grade] }) : (gradeWords[grade] ?? grade);

export const stateWords: Record<string, string> = {
  live: tell("alive"),
  "live-damaged": tell("alive-damaged"),
  doubtful: tell("doubtful"),
  dead: tell("dead"),
  "dead-dry": tell("dead-dry"),
  "dead-rotting": tell("dead-rotting"),
};

export const depthWords: Record<string, string> = {
  aerial: tell("in-the-air"),
  surface: tell("surface"),
  edge: tell("edge"),
  bottom: tell("bottom"),
  core: tell("core"),
};

/** Names in a row: Ben, Cy and Di. */
export const listed = (names: readonly string[]) => new Intl.ListFormat(locale).format(names);

/** One of several: 10.0.0.2 or 10.0.0.3. */
export const eitherOf = (names: readonly string[]) =>
  new Intl.ListFormat(locale, { type: "disjunction" }).format(names);

/** Facts side by side: 12 mm, growing. Those that are not there are left out. */
export const abreast = (facts: readonly (string | number | false | undefined)[]) =>
  new Intl.ListFormat(locale, { type: "unit", style: "short" }).format(facts.filter(Boolean).map(String));

/** Pairs of code and words, for choices. */
export type Words = readonly (readonly [string, string])[];

export const flowerings: Words = [
  ["none", tell("not-flowering")],
  ["spike", tell("in-spike")],
  ["bud", tell("in-bud")],
  ["bloom", tell("in-bloom")],
  ["spent", tell("flowers-over")],
];
export const bulbStates: Words = [
  ["plump", tell("plump")],
  ["mixed", tell("mixed")],
  ["shrivelled", tell("shrivelled")],
];
export const media: Words = [
  ["bark", tell("bark")],
  ["bark-moss", tell("bark-and-moss")],
  ["moss", tell("sphagnum-moss")],
  ["husk", tell("coconut-husk")],
  ["mineral", tell("mineral-clay-pumice-lava")],
  ["perlite", tell("perlite")],
  ["compost", tell("compost")],
  ["mount", tell("on-a-mount")],
  ["none", tell("none-bare-root")],
  ["other", tell("something-else")],
];
export const pots: Words = [
  ["clear", tell("clear-plastic")],
  ["opaque", tell("opaque-plastic")],
  ["clay", tell("clay")],
  ["basket", tell("basket")],
  ["mount", tell("mount")],
  ["bare", tell("lives-bare-root")],
  ["none", tell("none")],
  ["other", tell("something-else")],
];
export const rootClasses: Words = [
  ["pale", tell("pale-white-to-silver")],
  ["brown", tell("naturally-brown-beige-or-reddish")],
];

/** A length in mm for reading: whole mm, metres from one metre on. */
export function length(mm: number): string {
  return mm >= 1000 ? `${fixed(mm / 1000, 2)} m` : `${Math.round(mm)} mm`;
}

/** A low–high range, or one figure when both read the same. */
export function ranged(low: number, high: number, write: (n: number) => string): string {
  const a = write(low);
  const b = write(high);
  if (a === b) return a;
  const unit = / \S+$/;
  const [ua, ub] = [unit.exec(a)?.[0], unit.exec(b)?.[0]];
  return ua === ub ? `${a.replace(unit, "")}–${b}` : `${a}–${b}`;
}

export const percent = (share: number) => `${Math.round(share * 100)} %`;

export const accidentWords: Words = [
  ["broken-root", tell("root-bent-or-snapped")],
  ["lost-root", tell("root-torn-off")],
  ["snapped-growth", tell("growth-snapped")],
  ["torn-leaf", tell("leaf-torn")],
  ["lost-bulb", tell("bulb-broken-off")],
  ["lost-spike", tell("spike-broken-off")],
];

/** Where an action is picked up. */
export const actionPlaces: Words = [
  ["now", tell("at-once")],
  ["clean", tell("when-you-clean-it")],
  ["re-home", tell("when-you-house-it")],
  ["aftercare", tell("afterwards")],
];

/** A figure with no more decimals than it has. */
export const figure = (n: number, decimals = 1) =>
  new Intl.NumberFormat(locale, { maximumFractionDigits: decimals, useGrouping: false }).format(n);

/** A figure with so many decimals, noughts too. */
export const fixed = (n: number, decimals: number) =>
  new Intl.NumberFormat(locale, {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
    useGrouping: false,
  }).format(n);

/** A volume for reading: litres from one litre on. */
export const volume = (ml: number) => (ml >= 1000 ? `${figure(ml / 1000, 2)} L` : `${figure(ml, ml < 10 ? 2 : 1)} mL`);

/** The word for a code. */
export const wordOf = (words: Words, code: string) => words.find(([c]) => c === code)?.[1] ?? code;

/** A surface, cm². */
export const area = (cm2: number) => `${cm2 < 10 ? fixed(cm2, 1) : Math.round(cm2)} cm²`;

const units: Record<string, string> = {
  days: tell("unit-days"),
  weeks: tell("unit-weeks"),
  months: tell("unit-months"),
  hours: tell("unit-hours"),
  minutes: tell("unit-minutes"),
  points: tell("unit-points"),
  times: tell("unit-times"),
  "times that": tell("unit-times-that"),
  "mm/day": tell("unit-mm-a-day"),
};

/** A unit as it stands behind a figure: signs are the same in every language, words are not. */
export const unitOf = (unit: string) => units[unit] ?? unit;
