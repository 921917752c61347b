import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { RootBar } from "../../draw/RootBar";
import { RootFan } from "../../draw/fan/RootFan";
import type { Reading, Summary } from "../../lib/api/client";
import { reading as readingQuery, readings } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { gradeWords, length, percent, ranged } from "../../lib/words";
import { Facts } from "../../ui/Facts";
import { Pick } from "../../ui/Pick";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { usePlant } from "../plant";

/** Readings beside each other: what grew, what came, what went. */
export default function ProgressStep() {
  const { plant } = usePlant();
  const all = useQuery(readings(plant.id));
  const [search, setSearch] = useSearchParams();
  if (all.error && !all.data) return <Trouble error={all.error} again={() => run(all.refetch())} />;
  const list = (all.data ?? []).filter((r) => r.grade);
  if (all.data && list.length < 2) {
    return (
      <p>
        {list.length === 0 ? "No reading yet." : `One reading so far, of ${day(list[0]?.read_on ?? "")}.`} Progress
        shows when a second one stands beside it: <Link to="../roots">read the roots</Link> again when you next have the
        plant in hand.
      </p>
    );
  }
  const later = list.find((r) => r.reading_id === Number(search.get("later"))) ?? list[0];
  const earlier =
    list.find((r) => r.reading_id === Number(search.get("earlier"))) ??
    list[list.findIndex((r) => r === later) + 1] ??
    list[1];
  if (!later || !earlier) return null;
  return <SideBySide list={list} earlier={earlier} later={later} onSearch={setSearch} />;
}

type Pair = { list: Summary[]; earlier: Summary; later: Summary; onSearch: (s: Record<string, string>) => void };

function SideBySide({ list, earlier, later, onSearch }: Pair) {
  const before = useQuery(readingQuery(earlier.reading_id)).data;
  const now = useQuery(readingQuery(later.reading_id)).data;
  const reach = Math.max(0, ...[before, now].flatMap((r) => r?.verdict.roots.map((v) => v.length_mm) ?? []));
  const choose = (which: "earlier" | "later") => (id: number) =>
    onSearch({ earlier: String(earlier.reading_id), later: String(later.reading_id), [which]: String(id) });
  return (
    <div className={view.columns} data-part="progress">
      <Side list={list} at={earlier} onChoose={choose("earlier")} label="Earlier reading" r={before} reach={reach} />
      <Side list={list} at={later} onChoose={choose("later")} label="Later reading" r={now} reach={reach} />
    </div>
  );
}

function Side(p: {
  list: Summary[];
  at: Summary;
  onChoose: (id: number) => void;
  label: string;
  r?: Reading;
  reach: number;
}) {
  const { r } = p;
  return (
    <section>
      <Pick
        label={p.label}
        value={p.at.reading_id}
        options={p.list.map((x) => ({ value: x.reading_id, label: day(x.read_on) }))}
        onChange={p.onChoose}
      />
      <p data-part="grade">{gradeWords[p.at.grade]}</p>
      <p>
        <RootBar share={p.at.viable_by_length} />{" "}
        <b>{ranged(p.at.viable_by_length.low, p.at.viable_by_length.high, percent)}</b> of the root length lives
      </p>
      {r && (
        <RootFan reading={r.reading} verdict={r.verdict} grown={r.previous?.since.roots} height={300} reach={p.reach} />
      )}
      {r && <Numbers r={r} />}
    </section>
  );
}

function Numbers({ r }: { r: Reading }) {
  const t = r.verdict.totals;
  const s = r.previous?.since;
  const rows: [string, string][] = [
    ["Roots with life", ranged(t.live_roots.low, t.live_roots.high, (n) => String(Math.round(n)))],
    ["Living length", ranged(t.live_length_mm.low, t.live_length_mm.high, length)],
    ["Growing tips", ranged(t.tips.low, t.tips.high, String)],
  ];
  if (s && r.previous) {
    rows.push([`Grown since ${day(r.previous.read_on)}`, length(s.grown_mm)], ["New roots", String(s.new_roots)]);
  }
  return <Facts rows={rows} />;
}
