import { CloseCircleFilled } from "@ant-design/icons";
import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Button, Checkbox, Flex, Input, Segmented } from "antd";
import { lazy, Suspense, useDeferredValue, useEffect, useRef, useState, type ReactNode } from "react";
import { Link, useSearchParams } from "react-router";
import type { Plant } from "../../lib/api/client";
import { duePests, fewPlants, plants } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { Between } from "../../ui/Between";
import { Following } from "../../ui/Following";
import { Plain } from "../../ui/Plain";
import { Lead } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/bench";
import { Chosen } from "./Chosen";
import { Filters, soughtOf } from "./Filters";
import { NewPlant } from "./NewPlant";
import { PlantRow } from "./PlantRow";
import { Worked } from "./Worked";
import css from "./bench.module.css";
import { useSteady } from "./steady";

const PlantTable = lazy(() => import("./PlantTable"));

/** Treatments that are to be repeated today. */
function Rounds() {
  const due = useQuery(duePests).data ?? [];
  if (due.length === 0) return null;
  return (
    <ul className={view.rows} data-part="treatments-due" aria-label={tell("treatments-due")}>
      {due.map((d) => (
        <li
          key={`${d.plant_id} ${d.pest}`}
          className={view.ruled}
          data-tone={d.overdue ? "act" : "green"}
          data-overdue={d.overdue || undefined}
        >
          <Link to={`/plants/${d.plant_id}/cleaning/pests`}>{d.tag}</Link> <b>{d.pest}.</b> <Say of={d.headline} />
        </li>
      ))}
    </ul>
  );
}

/** Those chosen but one, if it was among them. */
function without(chosen: Map<number, Plant>, p: Plant) {
  const next = new Map(chosen);
  return next.delete(p.id) ? next : undefined;
}

/** The bench: every plant in hand, clean ones first, then suspects, those kept apart last. */
export function Bench() {
  const [search, setSearch] = useSearchParams();
  const [adding, setAdding] = useState(search.has("new"));
  const [choosing, setChoosing] = useState(false);
  const [chosen, setChosen] = useState<Map<number, Plant>>(new Map());
  const sought = useDeferredValue(soughtOf(search));
  const found = useInfiniteQuery({ ...plants(sought), placeholderData: keepPreviousData });
  const due = useQuery(fewPlants({ due: true, most: 1 })).data?.total ?? 0;
  const unfollowed = useQuery(fewPlants({ unfollowed: true, most: 1 })).data?.total ?? 0;
  const { list, moved, sort } = useSteady(
    found.data?.pages.flatMap((page) => page.plants) ?? [],
    JSON.stringify(sought),
    Boolean(found.data) && !found.isPlaceholderData,
  );
  const total = found.data?.pages.at(-1)?.total ?? 0;
  const archived = !!sought.archived;
  const set = (key: string, value: string) => {
    const now = new URLSearchParams(location.search); // what was set a moment ago may not be drawn yet
    if (value) now.set(key, value);
    else now.delete(key);
    setSearch(now, { replace: true });
  };
  const turn = (p: Plant) => setChosen((now) => without(now, p) ?? new Map(now).set(p.id, p));
  const table = search.get("as") === "table";
  return (
    <main className={view.sheet} data-part="bench">
      <Flex vertical gap={10}>
        <div className={`${view.line} ${css.head}`}>
          <h1>{archived ? tell("archived-plants") : tell("the-bench")}</h1>
          <Button type="primary" onClick={() => setAdding(!adding)} aria-expanded={adding}>
            {tell("new-plant")}
          </Button>
        </div>
        {adding && <NewPlant onClose={() => setAdding(false)} />}
        <Find search={search} set={set} table={table} />
        <Filters search={search} set={set} due={due} unfollowed={unfollowed}>
          <Plain
            aria-pressed={choosing}
            onClick={() => {
              setChoosing(!choosing);
              setChosen(new Map());
            }}
          >
            {tell("choose-several")}
          </Plain>
        </Filters>
      </Flex>
      {!archived && <Rounds />}
      <div role="status">
        <Following />
        {moved && <Reordered onSort={sort} />}
      </div>
      {found.error && <Trouble error={found.error} again={() => run(found.refetch())} />}
      {table ? (
        <Suspense fallback={<Waiting />}>
          <PlantTable list={list} choosing={choosing} chosen={chosen} onChoose={setChosen} />
        </Suspense>
      ) : (
        <Cards
          list={list}
          before={(p) =>
            choosing && (
              <Checkbox
                aria-label={tell("choose", { tag: p.intake.tag })}
                checked={chosen.has(p.id)}
                onChange={() => turn(p)}
              />
            )
          }
        />
      )}
      {found.data && list.length === 0 && <Nothing search={search} onNew={() => setAdding(true)} />}
      {found.hasNextPage && (
        <More had={list.length} total={total} busy={found.isFetching} onMore={() => run(found.fetchNextPage())} />
      )}
      {choosing && <Chosen plants={[...chosen.values()]} onDone={() => setChosen(new Map())} />}
    </main>
  );
}

const Reordered = ({ onSort }: { onSort: () => void }) => (
  <Lead>
    <Tell of="others-changed-the-order" with={{ take: <Plain onClick={onSort}>{tell("sort-it-anew")}</Plain> }} />
  </Lead>
);

type FindProps = { search: URLSearchParams; set: (key: string, value: string) => void; table: boolean };

/** Finding by words, and whether plants stand as cards or in a table. */
const Find = ({ search, set, table }: FindProps) => (
  <div className={`${view.line} ${css.find}`}>
    <Input
      allowClear={{ clearIcon: <CloseCircleFilled aria-label={tell("clear")} /> }}
      value={search.get("q") ?? ""}
      onChange={(e) => set("q", e.target.value)}
      placeholder={tell("find-by-tag-group-source-or-note")}
      aria-label={tell("find-a-plant")}
    />
    <Segmented
      value={table ? "table" : "cards"}
      options={[
        { value: "cards", label: tell("cards") },
        { value: "table", label: tell("table") },
      ]}
      onChange={(as) => set("as", as === "table" ? as : "")}
      aria-label={tell("how-the-bench-is-shown")}
    />
  </div>
);

type CardsProps = { list: Plant[]; before: (p: Plant) => ReactNode };

/** The plants in their turns, with what stands before each. */
const Cards = ({ list, before }: CardsProps) =>
  turns.map(([of, words]) => {
    const here = list.filter((p) => turnOf(p) === of);
    if (here.length === 0) return null;
    return (
      <section key={of} aria-label={words}>
        <Between turn={of} />
        <ul className={css.list}>
          {here.map((p) => (
            <li key={p.id}>
              {before(p)}
              <PlantRow plant={p} />
            </li>
          ))}
        </ul>
      </section>
    );
  });

const turns = [
  ["clean", tell("clean")],
  ["suspect", tell("suspects")],
  ["apart", tell("kept-apart")],
] as const;

const turnOf = (p: Plant) => (p.intake.kept_apart ? "apart" : p.suspect ? "suspect" : "clean");

type MoreProps = { had: number; total: number; busy: boolean; onMore: () => void };

/** The next plants, asked for as one comes near them. */
function More({ had, total, busy, onMore }: MoreProps) {
  const at = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const el = at.current;
    if (!el || busy) return;
    const see = new IntersectionObserver((seen) => seen.some((s) => s.isIntersecting) && onMore(), {
      rootMargin: "600px",
    });
    see.observe(el);
    return () => see.disconnect();
  });
  return (
    <div ref={at}>
      <Lead>
        <Tell
          of="of-plants-are-shown"
          with={{ shown: had, total, all: <Plain onClick={onMore}>{tell("show-more")}</Plain> }}
        />
      </Lead>
    </div>
  );
}

function Nothing({ search, onNew }: { search: URLSearchParams; onNew: () => void }) {
  const words = search.get("q");
  if (words) return <Lead>{tell("no-plant-carries-in-its-tag", { words })}</Lead>;
  if (search.has("archived")) return <Lead>{tell("no-plant-was-archived-yet")}</Lead>;
  if ([...search.keys()].some((k) => k !== "as" && k !== "new")) return <Lead>{tell("no-plant-is-like-that")}</Lead>;
  return <Worked onNew={onNew} />;
}
