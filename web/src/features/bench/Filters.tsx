import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { groups, places, type Sought } from "../../lib/api/queries";
import { useNarrow } from "../../lib/narrow";
import { Fold } from "../../ui/Fold";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Tell, tell } from "../../words/bench";

const wants = [
  { value: "", label: tell("whatever-it-wants") },
  { value: "act", label: tell("to-be-acted-on") },
  { value: "check", label: tell("a-check-first") },
  { value: "home", label: tell("pot-or-hold") },
  { value: "leave", label: tell("left-alone") },
];

const turns = [
  { value: "", label: tell("clean-and-not") },
  { value: "clean", label: tell("clean") },
  { value: "suspect", label: tell("suspects") },
  { value: "apart", label: tell("kept-apart") },
];

const sorts = [
  { value: "", label: tell("newest-work-first") },
  { value: "day", label: tell("by-its-day") },
  { value: "tag", label: tell("by-its-tag") },
];

/** What the address of the bench asks for. */
export function soughtOf(search: URLSearchParams): Sought {
  const of = (key: string) => search.get(key) ?? undefined;
  return {
    q: of("q"),
    archived: search.has("archived") || undefined,
    due: search.has("due") || undefined,
    unfollowed: search.has("unfollowed") || undefined,
    group: of("group"),
    place: search.has("place") ? Number(search.get("place")) : undefined,
    turn: of("turn") as Sought["turn"],
    wants: of("wants") as Sought["wants"],
    sort: of("sort") as Sought["sort"],
  };
}

/** What narrows the bench down, by its word in the address. */
const sieves = ["wants", "turn", "place", "group", "sort"];

type Props = {
  search: URLSearchParams;
  set: (key: string, value: string) => void;
  due: number;
  unfollowed: number;
  /** What else stands beside them. */
  children: ReactNode;
};

/** Which plants are shown, and in which order. Each is a word of the address, so that it can be kept. */
export function Filters({ search, set, due, unfollowed, children }: Props) {
  const narrow = useNarrow();
  const kinds = useQuery(groups).data ?? [];
  const stands = useQuery(places).data ?? [];
  const archived = search.has("archived");
  const value = (key: string) => search.get(key) ?? "";
  const narrowed = sieves.some((key) => search.has(key));
  const picks = (
    <>
      <Pick
        bare
        label={tell("what-it-wants")}
        value={value("wants")}
        options={wants}
        onChange={(v) => set("wants", v)}
      />
      <Pick bare label={tell("clean-or-not")} value={value("turn")} options={turns} onChange={(v) => set("turn", v)} />
      <Pick
        bare
        label={tell("place")}
        value={value("place")}
        options={[
          { value: "", label: tell("at-any-place") },
          ...stands.map((p) => ({ value: String(p.id), label: p.place.name })),
        ]}
        onChange={(v) => set("place", v)}
      />
      <Pick
        bare
        label={tell("group")}
        value={value("group")}
        options={[{ value: "", label: tell("of-any-group") }, ...kinds.map((g) => ({ value: g.code, label: g.name }))]}
        onChange={(v) => set("group", v)}
      />
      <Pick bare label={tell("order")} value={value("sort")} options={sorts} onChange={(v) => set("sort", v)} />
    </>
  );
  return (
    <>
      {narrow && (
        <Fold summary={tell("filter-and-sort")} open={narrowed}>
          <Row words label={tell("which-plants")}>
            {picks}
          </Row>
        </Fold>
      )}
      <Row words label={narrow ? undefined : tell("which-plants")}>
        {!narrow && picks}
        {!archived && <Only of="unfollowed" count={unfollowed} search={search} set={set} />}
        {!archived && <Only of="due" count={due} search={search} set={set} />}
        <Plain onClick={() => set("archived", archived ? "" : "yes")}>
          {archived ? tell("back-to-the-bench") : tell("archived-plants")}
        </Plain>
        {children}
      </Row>
    </>
  );
}

type OnlyProps = Omit<Props, "due" | "unfollowed" | "children"> & { of: "due" | "unfollowed"; count: number };

/** How many plants want something, or are not followed, and a way to see those alone. */
function Only({ of, count, search, set }: OnlyProps) {
  const only = search.has(of);
  if (count === 0 && !only) return null;
  const show = (
    <Plain onClick={() => set(of, only ? "" : "yes")}>
      {only ? tell("show-the-whole-bench") : tell("show-only-these")}
    </Plain>
  );
  return (
    <span data-part={of}>
      {of === "due" ? (
        <Tell of="due-today" with={{ due: count, show }} />
      ) : (
        <Tell of="not-followed" with={{ unfollowed: count, show }} />
      )}
    </span>
  );
}
