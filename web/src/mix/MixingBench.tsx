import { useQuery } from "@tanstack/react-query";
import { Spin } from "antd";
import { Link, useSearchParams } from "react-router";
import { plant, settings, shelf, solutionKnowledge } from "../api/queries";
import { Trouble } from "../parts/Trouble";
import { Dilute } from "./Dilute";
import { FeedMix } from "./FeedMix";
import { Media } from "./Media";
import { MeterBench } from "./MeterBench";
import "./mix.css";
import { Shelf } from "./Shelf";
import { StackMix } from "./StackMix";
import { Water } from "./Water";
import { run } from "../parts/run";

const benches = [
  ["dilute", "Dilute"],
  ["feed", "Feed"],
  ["stack", "To the meter"],
  ["water", "Water and flushing"],
  ["meter", "Meter"],
  ["media", "Media"],
  ["shelf", "Shelf"],
] as const;

/** The mixing bench: what to measure out, in what a hand can measure. */
export default function MixingBench() {
  const [search, setSearch] = useSearchParams();
  const at = search.get("do") ?? "dilute";
  const knowledge = useQuery(solutionKnowledge);
  const house = useQuery(settings);
  const stocks = useQuery(shelf);
  const id = Number(search.get("for") ?? 0);
  const of = useQuery({ ...plant(id), enabled: id > 0 }).data;
  const wrong = knowledge.error ?? house.error ?? stocks.error;
  if (wrong) {
    return (
      <main className="sheet">
        <Trouble
          error={wrong}
          again={() => run(Promise.all([knowledge.refetch(), house.refetch(), stocks.refetch()]))}
        />
      </main>
    );
  }
  if (!knowledge.data || !house.data || !stocks.data) return <Spin className="waiting" size="large" />;
  const bench = { knowledge: knowledge.data, tools: house.data.tools ?? {} };
  const go = (where: string) =>
    setSearch((now) => {
      now.set("do", where);
      return now;
    });
  return (
    <main className="sheet mix">
      <h1>Mixing bench</h1>
      <p className="lead">
        {of ? (
          <>
            Filled in from the plan of <Link to={`/plants/${of.id}/clean`}>{of.intake.tag}</Link>.
          </>
        ) : (
          "What to measure out, in steps a hand can measure, with the error that leaves."
        )}
      </p>
      <nav className="shelves" aria-label="Mixing bench">
        {benches.map(([code, label]) => (
          <button key={code} type="button" aria-pressed={at === code} onClick={() => go(code)}>
            {label}
          </button>
        ))}
      </nav>
      {at === "dilute" && (
        <Dilute
          key={search.toString()}
          {...bench}
          search={search}
          shelf={stocks.data}
          terete={!!of?.intake.terete_leaves}
        />
      )}
      {at === "feed" && <FeedMix {...bench} />}
      {at === "stack" && <StackMix {...bench} />}
      {at === "water" && <Water {...bench} />}
      {at === "meter" && <MeterBench />}
      {at === "media" && <Media />}
      {at === "shelf" && <Shelf {...bench} />}
    </main>
  );
}
