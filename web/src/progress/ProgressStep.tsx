import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import type { Reading, Summary } from "../api/client";
import { reading as readingQuery, readings } from "../api/queries";
import { RootFan } from "../fan/RootFan";
import { Facts } from "../parts/Facts";
import { RootBar } from "../parts/RootBar";
import { Trouble } from "../parts/Trouble";
import { usePlant } from "../plant/PlantPage";
import { day, gradeWords, length, percent, ranged } from "../words";
import "./progress.css";
import { run } from "../parts/run";

/** Readings beside each other: what grew, what came, what went. */
export default function ProgressStep() {
  const { plant } = usePlant();
  const all = useQuery(readings(plant.id));
  const [search, setSearch] = useSearchParams();
  if (all.error && !all.data) return <Trouble error={all.error} again={() => run(all.refetch())} />;
  const list = (all.data ?? []).filter((r) => r.grade);
  if (all.data && list.length < 2) {
    return (
      <p className="lead progress-empty">
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
    <div className="progress">
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
      <label className="progress-when">
        {p.label}{" "}
        <select value={p.at.reading_id} onChange={(e) => p.onChoose(Number(e.target.value))}>
          {p.list.map((x) => (
            <option key={x.reading_id} value={x.reading_id}>
              {day(x.read_on)}
            </option>
          ))}
        </select>
      </label>
      <p className="grade">{gradeWords[p.at.grade]}</p>
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
