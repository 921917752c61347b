import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { plant, settings, shelf, solutionKnowledge } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { Lead } from "../../ui/Said";
import { SubNav } from "../../ui/SubNav";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/mixing";
import { Dilute } from "./Dilute";
import { FeedMix } from "./FeedMix";
import { Media } from "./Media";
import { MeterBench } from "./MeterBench";
import { Shelf } from "./Shelf";
import { StackMix } from "./StackMix";
import { Water } from "./Water";

const benches = [
  ["dilute", tell("dilute")],
  ["feed", tell("feed")],
  ["stack", tell("to-the-meter")],
  ["water", tell("water-and-flushing")],
  ["meter", tell("meter")],
  ["media", tell("media")],
  ["shelf", tell("shelf")],
] as const;

/** The mixing bench: what to measure out, in what a hand can measure. */
export default function MixingBench() {
  const [search] = useSearchParams();
  const at = search.get("do") ?? "dilute";
  const knowledge = useQuery(solutionKnowledge);
  const house = useQuery(settings);
  const stocks = useQuery(shelf);
  const id = Number(search.get("for") ?? 0);
  const of = useQuery({ ...plant(id), enabled: id > 0 }).data;
  const wrong = knowledge.error ?? house.error ?? stocks.error;
  if (wrong) {
    return (
      <main className={view.sheet}>
        <Trouble
          error={wrong}
          again={() => run(Promise.all([knowledge.refetch(), house.refetch(), stocks.refetch()]))}
        />
      </main>
    );
  }
  if (!knowledge.data || !house.data || !stocks.data) return <Waiting />;
  const bench = { knowledge: knowledge.data, tools: house.data.tools ?? {} };
  const to = (where: string) => {
    const next = new URLSearchParams(search);
    next.set("do", where);
    return `?${next}`;
  };
  return (
    <main className={view.sheet}>
      <h1>{tell("mixing-bench")}</h1>
      <Lead>
        {of ? (
          <>
            <Tell
              of="filled-in-from-the-plan-of"
              with={{ link: <Link to={`/plants/${of.id}/cleaning`}>{of.intake.tag}</Link> }}
            />
          </>
        ) : (
          tell("what-to-measure-out-in-steps-a")
        )}
      </Lead>
      <SubNav
        label={tell("mixing-bench")}
        at={to(at)}
        to={benches.map(([code, label]) => [to(code), label] as const)}
      />
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
      {at === "meter" && <MeterBench {...bench} />}
      {at === "media" && <Media />}
      {at === "shelf" && <Shelf {...bench} />}
    </main>
  );
}
