import { useEffect, useEffectEvent } from "react";

/** Listens for single keys, unless one is typing in a field. */
export function useKeys(onKey: (key: string, e: KeyboardEvent) => boolean) {
  const take = useEffectEvent(onKey);
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      const at = e.target as HTMLElement;
      const typing =
        /^(input|textarea|select)$/i.test(at.tagName) && !/radio|checkbox/.test((at as HTMLInputElement).type);
      if (typing && e.key !== "Escape") return;
      if (e.altKey || ((e.ctrlKey || e.metaKey) && !/^[zyk]$/i.test(e.key))) return;
      const key =
        e.ctrlKey || e.metaKey ? "ctrl+" + e.key.toLowerCase() : e.key.length === 1 ? e.key.toLowerCase() : e.key;
      if (take(key, e)) e.preventDefault();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
