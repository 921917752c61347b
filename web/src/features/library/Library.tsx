import { CloseCircleFilled } from "@ant-design/icons";
import { useQuery } from "@tanstack/react-query";
import { Input } from "antd";
import { useParams, useSearchParams } from "react-router";
import { causeKnowledge, cautions, groups, lookalikes, pestKnowledge, solutionKnowledge } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { Lead } from "../../ui/Said";
import { SideBySide } from "../../ui/SideBySide";
import { SubNav } from "../../ui/SubNav";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { tell } from "../../words/library";
import { Figures } from "./Figures";
import { CauseEntry, CautionEntry, FindingEntry, GroupEntry, PestEntry, ProductEntry } from "./entries";
import { useFigures } from "./figures";

const shelves = [
  ["all", tell("all")],
  ["groups", tell("groups")],
  ["causes", tell("causes")],
  ["findings", tell("findings")],
  ["lookalikes", tell("side-by-side")],
  ["pests", tell("pests-by-warmth")],
  ["products", tell("what-is-mixed")],
  ["figures", tell("figures-of-re-homing")],
  ["cautions", tell("cautions")],
] as const;

/** Whether every word occurs somewhere in the texts. */
function holds(words: string, ...texts: (string | undefined)[]): boolean {
  const text = texts.join(" ").toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((w) => text.includes(w));
}

/** All that Therapeon goes by, to read and to search, with where it comes from. */
export default function Library() {
  const [search, setSearch] = useSearchParams();
  const words = search.get("q") ?? "";
  const { shelf = "all" } = useParams();
  const seek = (q: string) => setSearch(q ? { q } : {}, { replace: true });
  const to = (code: string) => `/library${code === "all" ? "" : `/${code}`}${words ? `?${search}` : ""}`;
  const { found, shown, k, kinds, name, wrong, again } = useFound(words, shelf);
  const nothing = k && !shelvesOf(found).some(shown);

  return (
    <main className={view.sheet} data-part="library">
      <h1>{tell("library")}</h1>
      <Lead>{tell("what-therapeon-goes-by-each")}</Lead>
      <Input
        allowClear={{ clearIcon: <CloseCircleFilled aria-label={tell("clear")} /> }}
        value={words}
        onChange={(e) => seek(e.target.value)}
        placeholder={tell("find-a-group-cause-finding-or")}
        aria-label={tell("find-in-the-library")}
      />
      <SubNav
        label={tell("shelves")}
        at={to(shelf)}
        to={shelves.map(
          ([code, label]) => [to(code), label, code === "all" ? "" : String(found[code].length)] as const,
        )}
      />
      {wrong && <Trouble error={wrong} again={again} />}
      {nothing && <Lead>{tell("nothing-holds-here-try-one-word", { words })}</Lead>}
      <Entries found={found} shown={shown} k={k} kinds={kinds} name={name} />
    </main>
  );
}

/** What holds the words, by its shelf. */
function useFound(words: string, shelf: string) {
  const asked = [
    useQuery(causeKnowledge),
    useQuery(groups),
    useQuery(lookalikes),
    useQuery(cautions),
    useQuery(pestKnowledge),
    useQuery(solutionKnowledge),
  ] as const;
  const [knowledge, kinds, alike, care, warmth, mixed] = asked;
  const figures = useFigures();
  const wrong = asked.find((q) => q.error)?.error;
  const k = knowledge.data;
  const name = (code: string) => k?.causes.find((c) => c.code === code)?.name;
  const part = (code: string) => k?.parts[code]?.value;

  const found = {
    groups: (kinds.data ?? []).filter((g) =>
      holds(words, g.name, g.common.value, g.code, g.about.value, g.habit.words, g.rest.words),
    ),
    causes: (k?.causes ?? []).filter((c) => holds(words, c.name, c.about.value, c.prevent.value, c.kind)),
    findings: (k?.findings ?? []).filter((f) => holds(words, f.name.value, f.tell.value, part(f.part))),
    lookalikes: (alike.data ?? []).filter((l) =>
      holds(words, l.name, ...l.sides.flatMap((s) => [s.name, s.tell.value, name(s.cause ?? "")])),
    ),
    pests: (warmth.data?.pests ?? []).filter((p) =>
      holds(words, p.name, p.look.value, tell("pest-warmth-degree-days")),
    ),
    products: (mixed.data?.products ?? []).filter((p) =>
      holds(words, p.name, ...p.uses.map((u) => u.name + u.how.value)),
    ),
    figures: figures.filter((f) => holds(words, f.table, f.name, f.said, f.from.mark)),
    cautions: (care.data ?? []).filter((c) => holds(words, c.words.value, c.when)),
  };
  // The figures are many: on their own shelf, or when looked for.
  const shown = (code: keyof typeof found) =>
    (shelf === code || (shelf === "all" && (code !== "figures" || words !== ""))) && found[code].length > 0;
  const again = () => asked.forEach((q) => run(q.refetch()));
  return { found, shown, k, kinds: kinds.data ?? [], name, wrong, again };
}

type Found = ReturnType<typeof useFound>;

const shelvesOf = (found: Found["found"]) => Object.keys(found) as (keyof Found["found"])[];

function Entries({ found, shown, k, kinds, name }: Pick<Found, "found" | "shown" | "k" | "kinds" | "name">) {
  return (
    <>
      {shown("lookalikes") && (
        <section>
          <h2>{tell("side-by-side")}</h2>
          {found.lookalikes.map((l) => (
            <SideBySide key={l.code} lookalikes={l} name={name} />
          ))}
        </section>
      )}
      {k && shown("causes") && (
        <section>
          <h2>{tell("causes")}</h2>
          {found.causes.map((c) => (
            <CauseEntry key={c.code} cause={c} knowledge={k} groups={kinds} />
          ))}
        </section>
      )}
      {k && shown("findings") && (
        <section>
          <h2>{tell("findings")}</h2>
          {found.findings.map((f) => (
            <FindingEntry key={f.code} finding={f} knowledge={k} />
          ))}
        </section>
      )}
      {shown("groups") && (
        <section>
          <h2>{tell("groups")}</h2>
          {found.groups.map((g) => (
            <GroupEntry key={g.code} group={g} />
          ))}
        </section>
      )}
      {shown("pests") && (
        <section>
          <h2>{tell("pests-by-warmth")}</h2>
          {found.pests.map((p) => (
            <PestEntry key={p.code} pest={p} />
          ))}
        </section>
      )}
      {shown("products") && (
        <section>
          <h2>{tell("what-is-mixed")}</h2>
          {found.products.map((p) => (
            <ProductEntry key={p.code} product={p} />
          ))}
        </section>
      )}
      {shown("figures") && (
        <section>
          <h2>{tell("figures-of-re-homing")}</h2>
          <Figures list={found.figures} />
        </section>
      )}
      {shown("cautions") && (
        <section>
          <h2>{tell("cautions")}</h2>
          {found.cautions.map((c) => (
            <CautionEntry key={c.code} caution={c} />
          ))}
        </section>
      )}
    </>
  );
}
