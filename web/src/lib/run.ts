import { useSyncExternalStore } from "react";

let broken: unknown;
const listeners = new Set<() => void>();

/** Says on the page that something went wrong which nobody else says. */
export function tell(error: unknown) {
  broken = error;
  listeners.forEach((told) => told());
}

/** Lets work go on by itself. What it throws is said on the page. */
export function run(work: Promise<unknown>): void {
  work.catch(tell);
}

/** What went wrong last and was not put away yet. */
export function useBroken() {
  const error = useSyncExternalStore(
    (told) => {
      listeners.add(told);
      return () => listeners.delete(told);
    },
    () => broken,
  );
  return { error, putAway: () => tell(undefined) };
}

window.addEventListener("unhandledrejection", (e) => tell(e.reason));
window.addEventListener("error", (e) => {
  // A browser's note on a drawing that is measured again is no fault.
  if (!e.message.includes("ResizeObserver")) tell(e.error ?? new Error(e.message));
});
