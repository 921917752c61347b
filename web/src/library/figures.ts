import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { houseMedia, raceKnowledge, rehomeKnowledge } from "../api/queries";

type Marked = { value: number | string; mark: string; source?: string; low?: number; high?: number };

/** A figure or a statement of a table, with the place it has there. */
export type Kept = { table: string; name: string; said: string; from: Marked };

const isMarked = (v: object): v is Marked => "mark" in v && "value" in v;
const words = (key: string) => key.replaceAll("_", " ").replaceAll("-", " ");

/** All that a table keeps with a mark, by its path in the table. */
export function keptIn(table: string, of: unknown, path: string[] = []): Kept[] {
  if (of === null || typeof of !== "object") return [];
  if (!Array.isArray(of) && isMarked(of)) {
    const range = of.low !== undefined && of.high !== undefined ? ` (${of.low}–${of.high})` : "";
    return [{ table, name: path.map(words).join(", "), said: `${of.value}${range}`, from: of }];
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
  return useMemo(
    () => [
      ...keptIn("The race", race),
      ...keptIn("Pot or hold, routes, placement", home?.rehome),
      ...keptIn("Pots", home?.pots),
      ...keptIn("How pots dry", home?.drying),
      ...keptIn("Media and mixes", media?.media),
    ],
    [race, home, media],
  );
}
