import { day } from "./dates";

/** The page's words for the codes of the contract. */
export const gradeWords: Record<string, string> = {
  rootless: "Rootless",
  "near-rootless": "Near-rootless",
  poor: "Poor",
  fair: "Fair",
  good: "Good",
};

export const stateWords: Record<string, string> = {
  live: "Alive",
  "live-damaged": "Alive, damaged",
  doubtful: "Doubtful",
  dead: "Dead",
  "dead-dry": "Dead, dry",
  "dead-rotting": "Dead, rotting",
};

export const depthWords: Record<string, string> = {
  aerial: "In the air",
  surface: "Surface",
  edge: "Edge",
  bottom: "Bottom",
  core: "Core",
};

/** Names in a row: Ben, Cy and Di. */
export const listed = (names: readonly string[]) => new Intl.ListFormat("en").format(names);

/** Pairs of code and words, for choices. */
export type Words = readonly (readonly [string, string])[];

export const flowerings: Words = [
  ["none", "Not flowering"],
  ["spike", "In spike"],
  ["bud", "In bud"],
  ["bloom", "In bloom"],
  ["spent", "Flowers over"],
];
export const bulbStates: Words = [
  ["plump", "Plump"],
  ["mixed", "Mixed"],
  ["shrivelled", "Shrivelled"],
];
export const media: Words = [
  ["bark", "Bark"],
  ["bark-moss", "Bark and moss"],
  ["moss", "Sphagnum moss"],
  ["husk", "Coconut husk"],
  ["mineral", "Mineral: clay, pumice, lava"],
  ["compost", "Compost"],
  ["mount", "On a mount"],
  ["none", "None, bare-root"],
  ["other", "Something else"],
];
export const pots: Words = [
  ["clear", "Clear plastic"],
  ["opaque", "Opaque plastic"],
  ["clay", "Clay"],
  ["basket", "Basket"],
  ["mount", "Mount"],
  ["none", "None"],
  ["other", "Something else"],
];
export const rootClasses: Words = [
  ["pale", "Pale: white to silver"],
  ["brown", "Naturally brown, beige or reddish"],
];

/** A length in mm for reading: whole mm, metres from one metre on. */
export function length(mm: number): string {
  return mm >= 1000 ? `${(mm / 1000).toFixed(2)} m` : `${Math.round(mm)} mm`;
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

/** When, in the words of the decision. */
export function againWords(decision: string, on: string): string {
  if (!decision || !on) return "";
  if (decision === "out") return `Look at it on ${day(on)}.`;
  if (decision === "now") return "Today.";
  if (decision === "soon") return `By ${day(on)}.`;
  return `Look again on ${day(on)}.`;
}

/** When, in the words of the advice. */
export function untilWords(a: { code: string; until_on?: string; page?: string } | undefined): string {
  if (!a || a.page === "aftercare") return ""; // it says its own day
  if (a.code === "now") return "Today.";
  if (!a.until_on) return "";
  if (a.code === "soon" || a.code === "check" || a.code === "feel") return `By ${day(a.until_on)}.`;
  return `Look again on ${day(a.until_on)}.`;
}

export const accidentWords: Words = [
  ["broken-root", "Root bent or snapped"],
  ["lost-root", "Root torn off"],
  ["snapped-growth", "Growth snapped"],
  ["torn-leaf", "Leaf torn"],
  ["lost-bulb", "Bulb broken off"],
  ["lost-spike", "Spike broken off"],
];

/** Where an action is picked up. */
export const actionPlaces: Words = [
  ["now", "At once"],
  ["clean", "When you clean it"],
  ["re-home", "When you house it"],
  ["aftercare", "Afterwards"],
];

/** A figure with no more decimals than it has. */
export const figure = (n: number, decimals = 1) => String(Number(n.toFixed(decimals)));

/** A volume for reading: litres from one litre on. */
export const volume = (ml: number) => (ml >= 1000 ? `${figure(ml / 1000, 2)} L` : `${figure(ml, ml < 10 ? 2 : 1)} mL`);

/** How a plant is held or housed, and when to look at it after that. */
export function homeWords(p: { home?: string; home_since?: string; home_look_on?: string }): string {
  const look = p.home_look_on ? ` Look at it on ${day(p.home_look_on)}.` : "";
  return `${p.home}, since ${day(p.home_since ?? "")}.${look}`;
}

/** The word for a code. */
export const wordOf = (words: Words, code: string) => words.find(([c]) => c === code)?.[1].toLowerCase() ?? code;

/** A surface, cm². */
export const area = (cm2: number) => `${cm2 < 10 ? cm2.toFixed(1) : Math.round(cm2)} cm²`;
