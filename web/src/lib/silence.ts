import { useSyncExternalStore } from "react";
import { client } from "./api/client";

/** Whether the last thing asked of the program was left without an answer. */
let silent = false;
const listeners = new Set<() => void>();
const hear = (is: boolean) => {
  if (silent === is) return;
  silent = is;
  listeners.forEach((told) => told());
};

client.use({
  onResponse: () => hear(false),
  onError: () => hear(true),
});

const follow = (told: () => void) => {
  listeners.add(told);
  return () => listeners.delete(told);
};

/** Whether the program does not answer now: that is said once, at the head of the page. */
export const useSilent = () => useSyncExternalStore(follow, () => silent);
