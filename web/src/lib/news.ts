import type { QueryClient, QueryKey } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import type { Me, News } from "./api/client";
import { personKey, tab } from "./api/sent";
import { onChange, type Changed } from "./changed";
import { handsOff, keepStill } from "./still";

/** What ships with the program is nobody's to change. */
const shipped = ["groups", "knowledge", "contract", "worked"];

/** What nothing else follows from; of all else that is of no plant, anything may. */
const alone: Record<string, readonly string[]> = {
  log: ["log"],
  timers: ["timers"],
  people: ["people", "sessions", "devices", "network", "log", "me"],
};

/** What follows from any plant. */
const ofPlants = ["plants", "today", "reading", "inspection", "batch", "shelf", "example"];

/** Whether news bears on what was loaded under a key. */
export function bearsOn(news: Changed, key: QueryKey): boolean {
  const what = String(key[0]);
  if (shipped.includes(what)) return false;
  const house = news.house ?? [];
  if (news.all || house.some((of) => !(of in alone))) return true;
  if (house.some((of) => alone[of]?.includes(what))) return true;
  const plants = news.plants ?? [];
  if (what === "log") return house.length + plants.length > 0; // whatever was done is a line of it
  if (plants.length === 0) return false;
  // Who may have caught something is told at the plant that may have given it.
  return ofPlants.includes(what) || (what === "plant" && (plants.includes(Number(key[1])) || key[2] === "contagion"));
}

/** Forgets what was loaded for whoever was here before, and says who is here now. */
export function forgetAll(cache: QueryClient, who?: Me) {
  cache.removeQueries({ predicate: (q) => q.queryKey[0] !== "me" && !shipped.includes(String(q.queryKey[0])) });
  if (who) cache.setQueryData(["me"], who);
}

let others: string[] = [];
const listeners = new Set<() => void>();
function say(now: string[]) {
  if (now.join("\n") === others.join("\n")) return;
  others = now;
  keepStill();
  listeners.forEach((told) => told());
}

/** Who else is at the plant at hand; empty for someone without a name. */
export const useOthers = () =>
  useSyncExternalStore(
    (told) => {
      listeners.add(told);
      return () => listeners.delete(told);
    },
    () => others,
  );

type Listening = { cache: QueryClient; plant: number; since: number; onEnd: () => void };

/** Where one was told of changes last, over all that is listened to. */
let last = 0;

/** Listens to what others change, while the page is in sight; what it stops with. */
export function listen({ cache, plant, since, onEnd }: Listening): () => void {
  let source: EventSource | undefined;
  last = Math.max(last, since);
  const open = () => {
    if (document.visibilityState === "hidden" || source) return;
    const query = new URLSearchParams({ tab, plant: String(plant), since: String(last) });
    query.set("name", localStorage.getItem(personKey) ?? "");
    source = new EventSource(`/api/v1/events?${query}`);
    source.onmessage = (e: MessageEvent<string>) => {
      const news = JSON.parse(e.data) as News;
      last = news.seq;
      say(news.others);
      take(cache, news);
    };
    source.addEventListener("ended", () => {
      close();
      onEnd();
    });
    // A line that broke comes again from where it was: its address says since when.
    source.onerror = () => {
      close();
      again = setTimeout(open, 1000);
      onEnd();
    };
  };
  let again: ReturnType<typeof setTimeout> | undefined;
  const close = () => {
    clearTimeout(again);
    source?.close();
    source = undefined;
  };
  const turn = () => (document.visibilityState === "hidden" ? close() : open());
  document.addEventListener("visibilitychange", turn);
  open();
  return () => {
    document.removeEventListener("visibilitychange", turn);
    close();
    say([]);
  };
}

/** What is changed together is loaded together. */
const gatherFor = 40;

/** Loads what follows from what is changed here, but for what an answer brought along. */
export function heed(cache: QueryClient) {
  let gathered: Changed = {};
  let before = 0;
  let underWay = new Set<string>(); // what is being loaded may be from before the change
  let flush: Promise<void> | undefined;
  onChange((changed) => {
    gathered = {
      all: gathered.all || changed.all,
      plants: [...(gathered.plants ?? []), ...(changed.plants ?? [])],
      house: [...(gathered.house ?? []), ...(changed.house ?? [])],
    };
    before = Date.now();
    for (const q of cache.getQueryCache().findAll({ fetchStatus: "fetching" })) underWay.add(q.queryHash);
    flush ??= new Promise((done) => setTimeout(done, gatherFor)).then(() => {
      const [news, since, loading] = [gathered, before, underWay];
      [gathered, underWay, flush] = [{}, new Set(), undefined];
      return cache.invalidateQueries({
        predicate: (q) => bearsOn(news, q.queryKey) && (q.state.dataUpdatedAt < since || loading.has(q.queryHash)),
      });
    });
    return flush.catch(() => undefined); // what cannot be loaded says so where it stands
  });
}

/** Loads what was changed, without moving what one has in hand. */
function take(cache: QueryClient, news: News) {
  if (!news.all && !news.house && !news.plants) return;
  const anew = async () => {
    await handsOff();
    keepStill();
    await cache.invalidateQueries({ predicate: (q) => bearsOn(news, q.queryKey) });
  };
  anew().catch(() => undefined); // what cannot be loaded says so where it stands
}
