import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { today } from "./dates";
import { run } from "./run";

let now = today();
const listeners = new Set<() => void>();

/** Looks whether a new day has begun: a phone that slept wakes to today. */
function look() {
  if (now === today()) return;
  now = today();
  listeners.forEach((told) => told());
}
setInterval(look, 20_000);
for (const way of ["visibilitychange", "focus", "pageshow"]) window.addEventListener(way, look, { capture: true });

const follow = (told: () => void) => {
  listeners.add(told);
  return () => listeners.delete(told);
};

/** Today, and when that becomes another day, that. */
export const useToday = () => useSyncExternalStore(follow, () => now);

/** A day that is today until another is chosen. */
export function useDayOrToday(): [string, (day: string | undefined) => void] {
  const [chosen, choose] = useState<string>();
  const current = useToday();
  return [chosen ?? current, (day) => choose(day === today() ? undefined : day)];
}

/** Loads everything anew when a new day begins: what is due, and until when, is another. */
export function useNewDay() {
  const cache = useQueryClient();
  const current = useToday();
  const loaded = useRef(current);
  useEffect(() => {
    if (loaded.current === current) return;
    loaded.current = current;
    run(cache.invalidateQueries());
  }, [current, cache]);
}
