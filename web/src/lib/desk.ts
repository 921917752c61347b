import { hashKey } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore } from "react";
import { tell } from "../words/ui";
import { Refused, type Fault } from "./api/client";
import { inOrder } from "./outbox";
import { run } from "./run";

export type Standing =
  | { is: "saved" }
  | { is: "saving" }
  /** The server does not answer; the entries are kept in this browser. */
  | { is: "waiting" }
  /** The server refused a value. */
  | { is: "refused"; faults: Fault[]; words: string }
  /** Someone else changed it: who, what they and oneself changed, and whether both can be kept. */
  | { is: "conflict"; changes: string[]; by?: string[]; apart?: boolean };

/** How a conflict ends. */
export type Settling = "theirs" | "mine" | "both";

/** What lies on a desk, and how it is kept. */
type Keeping<Server, Entered> = {
  /** Names the draft in this browser. */
  draft: string;
  entered: (server: Server) => Entered;
  /** With both, what others changed meanwhile is kept as well, where the two do not touch. */
  save: (server: Server, entered: Entered, both?: boolean) => Promise<Server>;
  load: () => Promise<Server>;
  /** How long to wait for more typing before a save. */
  pauseMS?: number;
};

type DeskState<Server, Entered> = {
  /** The last answer of the server: its verdict belongs to what it holds. */
  server: Server;
  entered: Entered;
  standing: Standing;
  canUndo: boolean;
  canRedo: boolean;
};

const KEPT_STEPS = 300;

/** Whether two entries say the same, whatever the order of their fields. */
const same = (a: unknown, b: unknown) => hashKey([a]) === hashKey([b]);

/**
 * The desk on which something is entered. Every change is saved by itself, one
 * request after the other; what is not answered yet is kept in this browser,
 * so that neither a reload nor a stopped server loses it.
 */
export class Desk<Server extends { version: number }, Entered> {
  private state: DeskState<Server, Entered>;
  private past: Entered[] = [];
  private future: Entered[] = [];
  private listeners = new Set<() => void>();
  private busy = false;
  private dirty = false;
  private retry = 0;
  private timer?: ReturnType<typeof setTimeout>;

  constructor(
    server: Server,
    private keeping: Keeping<Server, Entered>,
  ) {
    // The draft's name says what is entered here; it never becomes that of another.
    const entered = keeping.entered(server);
    this.state = { server, entered, standing: { is: "saved" }, canUndo: false, canRedo: false };
    this.takeUpDraft();
  }

  /** Saves from now on as whoever sits here: another person, say. Never as another entry. */
  follow(keeping: Keeping<Server, Entered>) {
    if (keeping.draft === this.keeping.draft) this.keeping = keeping;
  }

  /** Whether everything entered is answered, and nobody sits here. */
  isDone = () => this.listeners.size === 0 && !this.busy && !this.dirty && this.state.standing.is === "saved";

  subscribe = (told: () => void) => {
    this.listeners.add(told);
    return () => this.listeners.delete(told);
  };
  snapshot = () => this.state;

  private set(next: Partial<DeskState<Server, Entered>>) {
    this.state = { ...this.state, ...next, canUndo: this.past.length > 0, canRedo: this.future.length > 0 };
    this.listeners.forEach((told) => told());
  }

  /** Takes up what was entered before a reload and never answered. */
  private takeUpDraft() {
    const { server, entered } = this.state;
    const kept = localStorage.getItem(this.keeping.draft);
    if (!kept) return;
    try {
      const draft = JSON.parse(kept) as { version: number; entered: Entered };
      if (same(draft.entered, entered)) {
        localStorage.removeItem(this.keeping.draft);
        return;
      }
      this.state = { ...this.state, entered: draft.entered };
      // An older version is refused, in words that tell what was changed by whom.
      this.state.server = { ...server, version: draft.version };
      this.touch();
    } catch {
      localStorage.removeItem(this.keeping.draft);
    }
  }

  change(make: (now: Entered) => Entered) {
    this.past = [...this.past.slice(-KEPT_STEPS), this.state.entered];
    this.future = [];
    this.put(make(this.state.entered));
  }

  undo() {
    const { standing, server } = this.state;
    const before = this.past.pop() ?? (standing.is === "refused" ? this.keeping.entered(server) : undefined);
    if (before === undefined) return;
    this.future.push(this.state.entered);
    this.put(before);
  }

  redo() {
    const next = this.future.pop();
    if (next === undefined) return;
    this.past.push(this.state.entered);
    this.put(next);
  }

  private put(entered: Entered) {
    this.set({ entered });
    this.touch();
  }

  private touch() {
    this.dirty = true;
    this.keepDraft();
    clearTimeout(this.timer);
    if (this.keeping.pauseMS) {
      this.timer = setTimeout(() => run(this.save()), this.keeping.pauseMS);
      if (this.state.standing.is === "saved") this.set({ standing: { is: "saving" } });
    } else run(this.save());
  }

  private keepDraft() {
    const { server, entered } = this.state;
    try {
      localStorage.setItem(this.keeping.draft, JSON.stringify({ version: server.version, entered }));
    } catch {
      // A browser that keeps nothing for us still saves to the server.
    }
  }

  private async save(): Promise<void> {
    if (this.busy || !this.dirty || this.state.standing.is === "conflict") return;
    this.busy = true;
    this.dirty = false;
    clearTimeout(this.timer);
    if (this.state.standing.is === "saved") this.set({ standing: { is: "saving" } });
    try {
      const { server, entered } = this.state;
      const waits = () => this.set({ standing: { is: "waiting" } });
      // Kept already although its answer was lost: then what is there now is the answer.
      this.answered((await inOrder(() => this.keeping.save(server, entered), waits)) ?? (await this.keeping.load()));
    } catch (e) {
      this.failed(e);
    }
  }

  private answered(server: Server) {
    this.busy = false;
    this.retry = 0;
    this.set({ server, standing: { is: this.dirty ? "saving" : "saved" } });
    if (this.dirty) this.touch();
    else localStorage.removeItem(this.keeping.draft);
  }

  private failed(e: unknown) {
    this.busy = false;
    const problem = e instanceof Refused ? e.problem : undefined;
    if (problem?.status === 409) {
      const told = [...(problem.theirs ?? []), ...(problem.yours ?? [])];
      const changes = told.length > 0 ? told : (problem.changes ?? []);
      this.set({ standing: { is: "conflict", changes, by: problem.by, apart: problem.apart } });
    } else if (problem && problem.status < 500 && problem.status !== 401) {
      this.set({ standing: { is: "refused", faults: problem.faults ?? [], words: problem.detail ?? problem.title } });
      run(this.save());
    } else {
      this.dirty = true;
      this.set({ standing: { is: "waiting" } });
      this.timer = setTimeout(() => run(this.save()), Math.min(8000, 500 * 2 ** this.retry++));
    }
  }

  /** Ends a conflict: with the other's entries, with one's own put over them, or with both. */
  async settle(keep: Settling) {
    let server: Server;
    if (keep === "both") {
      try {
        const { server: seen, entered } = this.state;
        server = (await inOrder(() => this.keeping.save(seen, entered, true))) ?? (await this.keeping.load());
        this.past.push(entered);
        this.set({ entered: this.keeping.entered(server) });
        this.answered(server);
      } catch (e) {
        this.failed(e);
      }
      return;
    }
    try {
      server = await this.keeping.load();
    } catch {
      const changes = [tell("no-answer-kept")];
      this.set({ standing: { is: "conflict", changes } });
      return;
    }
    const [theirs, mine] = [this.keeping.entered(server), this.state.entered];
    this.past.push(keep === "theirs" ? mine : theirs);
    this.set({ server, entered: keep === "theirs" ? theirs : mine, standing: { is: "saved" } });
    if (keep === "mine") this.touch();
    else localStorage.removeItem(this.keeping.draft);
  }

  /**
   * Takes in an answer that came another way: a newer version, such as after a
   * correction under the blade, or the same one judged anew after a setting changed.
   */
  take(server: Server) {
    const { standing, server: last, entered: before } = this.state;
    if (this.busy || this.dirty || server === last || server.version < last.version) return;
    if (server.version === last.version) {
      this.set({ server });
      return;
    }
    if (standing.is === "conflict" || standing.is === "refused") return;
    const entered = this.keeping.entered(server);
    if (!same(entered, before)) this.past.push(before);
    this.set({ server, entered });
  }

  /** Saves at once what waits for a pause in typing. */
  flush = () => {
    if (this.state.standing.is !== "waiting") run(this.save());
  };
}

/** How many desks stay laid once they are done, so that undo still works after a look elsewhere. */
const KEPT_LAID = 8;

/** Desks by their drafts, the one used last at the end. What is on its way to the server keeps its desk. */
const laid = new Map<string, { isDone: () => boolean }>();

export function lay<Server extends { version: number }, Entered>(stored: Server, keeping: Keeping<Server, Entered>) {
  const desk = (laid.get(keeping.draft) as Desk<Server, Entered> | undefined) ?? new Desk(stored, keeping);
  laid.delete(keeping.draft);
  laid.set(keeping.draft, desk);
  const done = [...laid].filter(([, d]) => d !== desk && d.isDone());
  for (const [draft] of done.slice(0, Math.max(0, laid.size - KEPT_LAID))) laid.delete(draft);
  return desk;
}

/** How many desks are laid. */
export const laidNow = () => laid.size;

/** Sits down at the desk of what is stored; when that becomes another entry, at the other's desk. */
export function useDesk<Server extends { version: number }, Entered>(
  stored: Server,
  keeping: Keeping<Server, Entered>,
) {
  const { draft } = keeping;
  const [at, setAt] = useState(() => ({ draft, desk: lay(stored, keeping) }));
  let desk = at.desk;
  if (at.draft !== draft) {
    desk = lay(stored, keeping);
    setAt({ draft, desk });
  }
  useEffect(() => desk.follow(keeping));
  useEffect(() => desk.take(stored), [desk, stored]);
  useEffect(() => {
    window.addEventListener("pagehide", desk.flush);
    return () => {
      window.removeEventListener("pagehide", desk.flush);
      desk.flush();
    };
  }, [desk]);
  return { desk, ...useSyncExternalStore(desk.subscribe, desk.snapshot) };
}
