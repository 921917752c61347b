import { onlineManager, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client } from "../lib/api/client";
import { run } from "../lib/run";
import { useSilent } from "../lib/silence";
import { Notice } from "../ui/Notice";
import { tell } from "../words/app";

/** How often a program that does not answer is asked again, ms. */
const every = 1500;

/** Says once that the program cannot be reached, and once that it is back. */
export function Offline() {
  const gone = useSilent();
  const cache = useQueryClient();
  const [back, setBack] = useState(false);
  useEffect(() => {
    if (!gone) return;
    const ask = setInterval(() => run(client.GET("/api/v1/timers").catch(() => undefined)), every);
    return () => {
      clearInterval(ask);
      setBack(true);
      onlineManager.setOnline(true);
      run(cache.invalidateQueries());
    };
  }, [gone, cache]);
  useEffect(() => {
    if (!back || gone) return;
    const soon = setTimeout(() => setBack(false), 4000);
    return () => clearTimeout(soon);
  }, [back, gone]);
  if (gone)
    return (
      <div data-part="offline">
        <Notice is="alarm">{tell("therapeon-does-not-answer-what")}</Notice>
      </div>
    );
  if (back)
    return (
      <div data-part="offline">
        <Notice is="note">{tell("therapeon-is-back")}</Notice>
      </div>
    );
  return null;
}
