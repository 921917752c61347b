import { ask, client, Refused, type Fault, type Reading, type RootsReading } from "../api/client";

/** What one has entered: the day and the roots. */
export type Entered = { readOn: string; roots: RootsReading };

type Standing =
  | { is: "saved" }
  | { is: "saving" }
  /** The server does not answer; the entries are kept in this browser. */
  | { is: "waiting" }
  /** The server refused a value. */
  | { is: "refused"; faults: Fault[]; words: string }
  /** Someone else changed the reading. */
  | { is: "conflict"; changes: string[] };

export type DeskState = {
  /** The last answer of the server: its verdict belongs to what it holds. */
  server: Reading;
  entered: Entered;
  standing: Standing;
  canUndo: boolean;
  canRedo: boolean;
};

const KEPT_STEPS = 300;
const draftKey = (id: number) => `therapeon.reading.${id}`;
const entered = (r: Reading): Entered => ({ readOn: r.read_on, roots: r.reading });

/**
 * The desk on which a reading is entered. Every change is saved at once, one
 * request after the other; what is not answered yet is kept in this browser,
 * so that neither a reload nor a stopped server loses it.
 */
export class ReadingDesk {
  private state: DeskState;
  private past: Entered[] = [];
  private future: Entered[] = [];
  private listeners = new Set<() => void>();
  private busy = false;
  private dirty = false;
  private retry = 0;
  private timer?: ReturnType<typeof setTimeout>;

  constructor(server: Reading) {
    this.state = { server, entered: entered(server), standing: { is: "saved" }, canUndo: false, canRedo: false };
    this.takeUpDraft();
  }

  subscribe = (told: () => void) => {
    this.listeners.add(told);
    return () => this.listeners.delete(told);
  };
  snapshot = () => this.state;

  private set(next: Partial<DeskState>) {
    this.state = { ...this.state, ...next, canUndo: this.past.length > 0, canRedo: this.future.length > 0 };
    this.listeners.forEach((told) => told());
  }

  /** Takes up what was entered before a reload and never answered. */
  private takeUpDraft() {
    const { server } = this.state;
    const kept = localStorage.getItem(draftKey(server.id));
    if (!kept) return;
    try {
      const draft = JSON.parse(kept) as { version: number; entered: Entered };
      if (JSON.stringify(draft.entered) === JSON.stringify(entered(server))) {
        localStorage.removeItem(draftKey(server.id));
        return;
      }
      this.state = { ...this.state, entered: draft.entered };
      if (draft.version === server.version) this.touch();
      else
        this.state.standing = {
          is: "conflict",
          changes: ["It was changed here or elsewhere after your last entry was answered."],
        };
    } catch {
      localStorage.removeItem(draftKey(server.id));
    }
  }

  change(make: (now: RootsReading) => RootsReading) {
    this.step({ ...this.state.entered, roots: make(this.state.entered.roots) });
  }

  setDay(readOn: string) {
    this.step({ ...this.state.entered, readOn });
  }

  private step(next: Entered) {
    this.past = [...this.past.slice(-KEPT_STEPS), this.state.entered];
    this.future = [];
    this.put(next);
  }

  undo() {
    const before = this.past.pop();
    if (!before) return;
    this.future.push(this.state.entered);
    this.put(before);
  }

  redo() {
    const next = this.future.pop();
    if (!next) return;
    this.past.push(this.state.entered);
    this.put(next);
  }

  private put(next: Entered) {
    this.set({ entered: next });
    this.touch();
  }

  private touch() {
    this.dirty = true;
    localStorage.setItem(
      draftKey(this.state.server.id),
      JSON.stringify({ version: this.state.server.version, entered: this.state.entered }),
    );
    void this.save();
  }

  private async save(): Promise<void> {
    if (this.busy || !this.dirty || this.state.standing.is === "conflict") return;
    this.busy = true;
    this.dirty = false;
    clearTimeout(this.timer);
    const { server, entered: sent } = this.state;
    this.set({ standing: { is: "saving" } });
    try {
      const saved = await ask(
        client.PUT("/api/v1/readings/{id}", {
          params: { path: { id: server.id } },
          body: { version: server.version, read_on: sent.readOn, reading: sent.roots },
        }),
      );
      this.retry = 0;
      this.answered(saved);
    } catch (e) {
      this.failed(e);
    }
  }

  private answered(saved: Reading) {
    this.busy = false;
    this.set({ server: saved, standing: { is: this.dirty ? "saving" : "saved" } });
    if (this.dirty) this.touch();
    else localStorage.removeItem(draftKey(saved.id));
  }

  private failed(e: unknown) {
    this.busy = false;
    const problem = e instanceof Refused ? e.problem : undefined;
    if (problem?.status === 409) {
      this.set({ standing: { is: "conflict", changes: problem.changes ?? [] } });
    } else if (problem && problem.status < 500) {
      this.set({ standing: { is: "refused", faults: problem.faults ?? [], words: problem.detail ?? problem.title } });
      if (this.dirty) void this.save();
    } else {
      this.dirty = true;
      this.set({ standing: { is: "waiting" } });
      this.timer = setTimeout(() => void this.save(), Math.min(8000, 500 * 2 ** this.retry++));
    }
  }

  /** Ends a conflict: with the other's entries, or with one's own put over them. */
  async settle(keep: "theirs" | "mine") {
    const now = await ask(client.GET("/api/v1/readings/{id}", { params: { path: { id: this.state.server.id } } }));
    const mine = this.state.entered;
    this.past.push(keep === "theirs" ? mine : entered(now));
    this.set({ server: now, entered: keep === "theirs" ? entered(now) : mine, standing: { is: "saved" } });
    if (keep === "mine") this.touch();
    else localStorage.removeItem(draftKey(now.id));
  }

  /** Takes in a newer reading that came another way, such as a correction under the blade. */
  take(r: Reading) {
    if (this.busy || this.dirty || this.state.standing.is === "conflict" || r.version <= this.state.server.version)
      return;
    this.past.push(this.state.entered);
    this.set({ server: r, entered: entered(r) });
  }

  stop() {
    clearTimeout(this.timer);
  }
}
