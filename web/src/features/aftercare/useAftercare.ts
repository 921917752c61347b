import { type QueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { ask, client, type Aftercare, type CareChosen, type Noted, type Tended, type Tick } from "../../lib/api/client";
import { followed } from "../../lib/changed";
import { inOrder } from "../../lib/outbox";
import { run } from "../../lib/run";
import { tell } from "../../words/aftercare";

/** The name of a job of a plant. */
export const nameOf = (plantID: number, job: string) => `${plantID} ${job}`;

/** Noon of a day, by the clock of this device. */
const noonOf = (day: string) => new Date(`${day}T12:00:00`).toISOString();

type Doing = Record<string, Tick["outcome"] | "undone">;

/** Jobs done, left, and taken back: shown at once, kept in their turn, told where that failed. */
export function useAftercare() {
  const ids = useRef(new Map<string, number>());
  const [told, setTold] = useState("");
  const [doing, setDoing] = useState<Doing>({});
  const [trouble, setTrouble] = useState<unknown>();
  const settle = (names: string[]) =>
    followed().then(() =>
      setDoing((all) => Object.fromEntries(Object.entries(all).filter(([name]) => !names.includes(name)))),
    );
  const take = (names: string[], as: Doing[string], send: (late: boolean) => Promise<unknown>) => {
    setTrouble(undefined);
    setTold("");
    setDoing((all) => ({ ...all, ...Object.fromEntries(names.map((n) => [n, as])) }));
    run(
      inOrder(send).then(
        () => settle(names),
        (e: unknown) => {
          setTrouble(e);
          return settle(names);
        },
      ),
    );
  };
  const hear = (kept: Tended[]) => {
    for (const t of kept) ids.current.set(nameOf(t.plant_id, t.job), t.id);
    const before = kept.filter((t) => t.already);
    const missing = kept.find((t) => t.missing)?.missing;
    if (missing) setTold(tell("kept-but-no-next-watering", { why: missing.value }));
    const person = before[0]?.person;
    if (before.length > 0)
      setTold(
        before.length === 1
          ? person
            ? tell("that-was-noted-before-by", { person })
            : tell("that-was-noted-before")
          : tell("of-them-were-noted-before", { count: before.length }),
      );
  };
  const tick = (ticks: Tick[], on = "") => {
    const now = on ? noonOf(on) : new Date().toISOString();
    const names = ticks.map((t) => nameOf(t.plant_id, t.job));
    take(names, ticks[0]?.outcome ?? "done", async (late) => {
      const { tended } = await ask(
        client.POST("/api/v1/aftercare", { body: { ticks, ...((late || on) && { at: now }) } }),
      );
      hear(tended);
    });
  };
  /** What was done a moment ago may have its number only once its turn has come. */
  const undo = (items: { id?: number; plant_id: number; job: string }[]) => {
    const names = items.map((t) => nameOf(t.plant_id, t.job));
    take(names, "undone", () => {
      const known = items.map((t, i) => t.id ?? ids.current.get(names[i] ?? "")).filter((id) => id !== undefined);
      return known.length === 0
        ? Promise.resolve()
        : ask(client.PUT("/api/v1/aftercare/undone", { body: { ids: known } }));
    });
  };
  return { tick, undo, doing, trouble, told };
}

/** What was seen is kept, and what follows from it comes back. */
export const checkIn = (cache: QueryClient, plantID: number, noted: Noted, on = "") => {
  const now = new Date().toISOString();
  return inOrder(async (late) => {
    const kept = await ask(
      client.POST("/api/v1/plants/{id}/checkins", {
        params: { path: { id: plantID } },
        body: { noted, ...(on ? { on } : late && { at: now }) },
      }),
    );
    after(cache, kept);
    return kept;
  });
};

/** Takes an answer over. */
export const after = (cache: QueryClient, kept: Aftercare) =>
  cache.setQueryData(["plant", kept.plant_id, "aftercare"], kept);

/** Keeps what is chosen for a plant's aftercare. */
export const choose = (cache: QueryClient, of: Aftercare, chosen: CareChosen) =>
  inOrder(async () => {
    const kept = await ask(
      client.PUT("/api/v1/plants/{id}/aftercare", {
        params: { path: { id: of.plant_id } },
        body: { version: of.version, chosen },
      }),
    );
    await after(cache, kept);
  });
