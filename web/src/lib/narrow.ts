import { useSyncExternalStore } from "react";

const narrow = matchMedia("(max-width: 600px)");

/** Whether the screen is a phone's, held upright. */
export const useNarrow = () =>
  useSyncExternalStore(
    (told) => {
      narrow.addEventListener("change", told);
      return () => narrow.removeEventListener("change", told);
    },
    () => narrow.matches,
  );
