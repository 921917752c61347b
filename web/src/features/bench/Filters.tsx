import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { groups, places, type Sought } from "../../lib/api/queries";
import { useNarrow } from "../../lib/narrow";
import { Fold } from "../../ui/Fold";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";

const wants = [
  { value: "", label: "Whatever it wants" },
  { value: "act", label: "To be acted on" },
  { value: "check", label: "A check first" },
  { value: "home", label: "Pot or hold" },
  { value: "leave", label: "Left alone" },
];

const turns = [
  { value: "", label: "Clean and not" },
  { value: "clean", label: "Clean" },
  { value: "suspect", label: "Suspects" },
  { value: "apart", label: "Kept apart" },
];

const sorts = [
  { value: "", label: "Newest work first" },
  { value: "day", label: "By its day" },
  { value: "tag", label: "By its tag" },
];

/** What the address of the bench asks for. */
export function soughtOf(search: URLSearchParams): Sought {
  const of = (key: string) => search.get(key) ?? undefined;
  return {
    q: of("q"),
    archived: search.has("archived") || undefined,
    due: search.has("due") || undefined,
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
  /** What else stands beside them. */
  children: ReactNode;
};

/** Which plants are shown, and in which order. Each is a word of the address, so that it can be kept. */
export function Filters({ search, set, due, children }: Props) {
  const narrow = useNarrow();
  const kinds = useQuery(groups).data ?? [];
  const stands = useQuery(places).data ?? [];
  const archived = search.has("archived");
  const only = search.has("due");
  const value = (key: string) => search.get(key) ?? "";
  const narrowed = sieves.some((key) => search.has(key));
  const picks = (
    <>
      <Pick bare label="What it wants" value={value("wants")} options={wants} onChange={(v) => set("wants", v)} />
      <Pick bare label="Clean or not" value={value("turn")} options={turns} onChange={(v) => set("turn", v)} />
      <Pick
        bare
        label="Place"
        value={value("place")}
        options={[
          { value: "", label: "At any place" },
          ...stands.map((p) => ({ value: String(p.id), label: p.place.name })),
        ]}
        onChange={(v) => set("place", v)}
      />
      <Pick
        bare
        label="Group"
        value={value("group")}
        options={[{ value: "", label: "Of any group" }, ...kinds.map((g) => ({ value: g.code, label: g.name }))]}
        onChange={(v) => set("group", v)}
      />
      <Pick bare label="Order" value={value("sort")} options={sorts} onChange={(v) => set("sort", v)} />
    </>
  );
  return (
    <>
      {narrow && (
        <Fold summary="Filter and sort" open={narrowed}>
          <Row words label="Which plants">
            {picks}
          </Row>
        </Fold>
      )}
      <Row words label={narrow ? undefined : "Which plants"}>
        {!narrow && picks}
        {!archived && (due > 0 || only) && (
          <span data-part="due">
            {due === 0 ? "No plant is" : due === 1 ? "1 plant is" : `${due} plants are`} due today.
            <Plain onClick={() => set("due", only ? "" : "yes")}>
              {only ? "Show the whole bench" : "Show only these"}
            </Plain>
          </span>
        )}
        <Plain onClick={() => set("archived", archived ? "" : "yes")}>
          {archived ? "Back to the bench" : "Archived plants"}
        </Plain>
        {children}
      </Row>
    </>
  );
}
