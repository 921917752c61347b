import { useState } from "react";

type One = { id: number };

/** Those in the order in which they were first shown, new ones at the end; and whether that is their order now. */
export function inOrderOf<T extends One>(list: readonly T[], order: readonly number[]): { list: T[]; moved: boolean } {
  const place = new Map(order.map((id, at) => [id, at]));
  const at = (one: T, now: number) => place.get(one.id) ?? order.length + now;
  const kept = list.map((one, now) => ({ one, at: at(one, now) })).sort((a, b) => a.at - b.at);
  const steady = kept.map((k) => k.one);
  return { list: steady, moved: steady.some((one, i) => one.id !== list[i]?.id) };
}

/**
 * A list whose rows keep their places while it is in sight: what others change moves none from under
 * a thumb. Looked for anew, or when one asks, it is in its order.
 */
export function useSteady<T extends One>(list: readonly T[], sought: string, loaded: boolean) {
  const [held, hold] = useState<{ sought: string; order: number[] }>({ sought: "", order: [] });
  const known = held.sought === sought ? held.order : [];
  const added = loaded ? list.filter((one) => !known.includes(one.id)).map((one) => one.id) : [];
  if (added.length > 0 || (loaded && held.sought !== sought)) hold({ sought, order: [...known, ...added] });
  return {
    ...(loaded ? inOrderOf(list, known) : { list: [...list], moved: false }),
    sort: () => hold({ sought, order: list.map((one) => one.id) }),
  };
}
