import { useSyncExternalStore } from "react";

const KEY = "therapeon.person";

/** Who is at this screen: cautions are acknowledged once by each person. */
export function usePerson(): [string, (name: string) => void] {
  const person = useSyncExternalStore(
    (told) => {
      window.addEventListener("storage", told);
      return () => window.removeEventListener("storage", told);
    },
    () => localStorage.getItem(KEY) ?? "",
  );
  const set = (name: string) => {
    localStorage.setItem(KEY, name.slice(0, 60));
    window.dispatchEvent(new StorageEvent("storage"));
  };
  return [person, set];
}
