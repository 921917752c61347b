import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ask, client, type Timer, type Timers } from "../../lib/api/client";
import { timers } from "../../lib/api/queries";

/** The server's clock less this device's, in ms, as of the last answer. */
let ahead = 0;

const take = (answer: Timers) => {
  ahead = answer.now_ms - Date.now();
  return answer;
};

/** What is left of a timer, in seconds; below 0 when it has run out. */
export const leftOf = (t: Timer, nowMS: number) => (t.started_ms + t.seconds * 1000 - nowMS - ahead) / 1000;

/** Minutes and seconds, or hours and minutes from one hour on. */
export function clock(seconds: number): string {
  const s = Math.max(0, Math.ceil(seconds));
  const [h, m] = [Math.floor(s / 3600), Math.floor(s / 60) % 60];
  const two = (n: number) => String(n).padStart(2, "0");
  return h > 0 ? `${h} h ${two(m)}` : `${two(m)}:${two(s % 60)}`;
}

/** The timers in hand, counted by the clock: a tab that slept is right when it wakes. */
export function useTimers() {
  const asked = useQuery({
    ...timers,
    queryFn: async () => take(await ask(client.GET("/api/v1/timers"))),
    refetchInterval: 20_000,
    refetchOnWindowFocus: "always",
  });
  const list = asked.data?.timers ?? [];
  const [now, setNow] = useState(() => Date.now());
  const running = list.length > 0;
  useEffect(() => {
    if (!running) return;
    const tick = () => setNow(Date.now());
    tick();
    const every = setInterval(tick, 500);
    document.addEventListener("visibilitychange", tick);
    return () => {
      clearInterval(every);
      document.removeEventListener("visibilitychange", tick);
    };
  }, [running]);
  return { list, now };
}

export function useTimerWork() {
  const cache = useQueryClient();
  const keep = (answer: Timers) => cache.setQueryData(["timers"], take(answer));
  return {
    start: async (body: { plant_id?: number; job?: string; words?: string; seconds: number }) =>
      keep(await ask(client.POST("/api/v1/timers", { body }))),
    change: async (id: number, body: { more_seconds?: number; put_away?: boolean }) =>
      keep(await ask(client.PUT("/api/v1/timers/{id}", { params: { path: { id } }, body }))),
  };
}
