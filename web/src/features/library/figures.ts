import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import {
  aftercareKnowledge,
  contagionKnowledge,
  forecastKnowledge,
  progressKnowledge,
  houseMedia,
  raceKnowledge,
  rehomeKnowledge,
  saidKnowledge,
  todayKnowledge,
} from "../../lib/api/queries";
import { unitOf } from "../../lib/words";
import { tell } from "../../words/library";

type Marked = { value: number | string; mark: string; source?: string; low?: number; high?: number };

/** A figure or a statement of a table, with the place it has there. */
export type Kept = { table: string; name: string; said: string; from: Marked };

const isMarked = (v: object): v is Marked => "mark" in v && "value" in v;
const words = (key: string) => key.replaceAll("_", " ").replaceAll("-", " ");

/** The units that end a figure's name in its table. */
const units: Record<string, string> = {
  _percent_week: tell("a-week"),
  _n_m: "N/m",
  _m_s2: "m/s²",
  _kg_m2: "kg/m²",
  _kg_m3: "kg/m³",
  _mm: "mm",
  _m: "m",
  _l: "L",
  _g: "g",
  _c: "°C",
  _k: "K",
  _percent: "%",
  _minutes: "minutes",
  _hours: "hours",
  _days: "days",
  _weeks: "weeks",
  _months: "months",
};

/** A figure's name without its unit, and the unit. */
function parted(key: string): [name: string, unit: string] {
  const end = Object.keys(units).find((e) => key.endsWith(e)) ?? "";
  return [key.slice(0, key.length - end.length), units[end] ?? ""];
}

/** All that a table keeps with a mark, by its path in the table. */
export function keptIn(table: string, of: unknown, path: string[] = []): Kept[] {
  if (of === null || typeof of !== "object") return [];
  if (!Array.isArray(of) && isMarked(of)) {
    const range = of.low !== undefined && of.high !== undefined ? ` (${of.low}–${of.high})` : "";
    const [name, unit] = typeof of.value === "number" ? parted(path.at(-1) ?? "") : [path.at(-1) ?? "", ""];
    const named = [...path.slice(0, -1), name].map(words).join(", ");
    return [{ table, name: named, said: `${of.value}${range} ${unitOf(unit)}`.trim(), from: of }];
  }
  return Object.entries(of).flatMap(([key, v]: [string, unknown]) => {
    const named = v !== null && typeof v === "object" && "name" in v && typeof v.name === "string" ? v.name : undefined;
    return keptIn(table, v, [...path, named ?? (Array.isArray(of) ? String(Number(key) + 1) : key)]);
  });
}

/** All figures of re-homing: some hundred lines, made once and not at every letter. */
export function useFigures(): Kept[] {
  const race = useQuery(raceKnowledge).data;
  const home = useQuery(rehomeKnowledge).data;
  const media = useQuery(houseMedia).data;
  const care = useQuery(aftercareKnowledge).data;
  const day = useQuery(todayKnowledge).data;
  const progress = useQuery(progressKnowledge).data;
  const travels = useQuery(contagionKnowledge).data;
  const foretold = useQuery(forecastKnowledge).data;
  const said = useQuery(saidKnowledge).data?.said;
  return useMemo(
    () => [
      ...keptIn(tell("the-months-after"), care),
      ...keptIn(tell("today"), day),
      ...keptIn(tell("growth-and-stages"), progress),
      ...keptIn(tell("forecasts"), foretold),
      ...keptIn(tell("what-travels"), travels),
      ...keptIn(tell("the-race"), race),
      ...keptIn(tell("pot-or-hold-routes-placement"), home?.rehome),
      ...keptIn(tell("pots"), home?.pots),
      ...keptIn(tell("how-pots-dry"), home?.drying),
      ...keptIn(tell("media-and-mixes"), media?.media),
      ...keptIn(tell("named-in-what-is-said"), said),
    ],
    [race, home, media, care, day, progress, foretold, travels, said],
  );
}
