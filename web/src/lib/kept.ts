import { useSyncExternalStore } from "react";

/** A word kept in this browser, the same wherever it is shown. */
export function useKept(key: string): [string, (word: string) => void] {
  const word = useSyncExternalStore(
    (told) => {
      window.addEventListener("storage", told);
      return () => window.removeEventListener("storage", told);
    },
    () => localStorage.getItem(key) ?? "",
  );
  const keep = (next: string) => {
    if (next) localStorage.setItem(key, next);
    else localStorage.removeItem(key);
    window.dispatchEvent(new StorageEvent("storage"));
  };
  return [word, keep];
}
