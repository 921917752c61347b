import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { RootFan } from "../../draw/fan/RootFan";
import { ask, client, type Reading, type Root, type RootsReading } from "../../lib/api/client";
import type { Sentence } from "../../lib/api/client";
import { reading as readingQuery, readings, rootKnowledge } from "../../lib/api/queries";
import { followed } from "../../lib/changed";
import { useKeys } from "../../lib/keyboard";
import { useNarrow } from "../../lib/narrow";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { Headline } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Standing } from "../../ui/Standing";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/roots";
import { NormalForIt, usePlant } from "../plant";
import { Entries } from "./Entries";
import { KeySheet } from "./KeySheet";
import { ReadingBar } from "./ReadingBar";
import { RootEditor } from "./RootEditor";
import { Surroundings } from "./Surroundings";
import { TallyPad } from "./TallyPad";
import { VerdictPanel } from "./VerdictPanel";
import css from "./roots.module.css";
import { useReading } from "./useReading";

/** Read the roots: finds the reading at hand, or begins the first. */
export default function RootsStep() {
  const { plant } = usePlant();
  const [search, setSearch] = useSearchParams();
  const all = useQuery(readings(plant.id));
  const cache = useQueryClient();
  const asked = Number(search.get("reading"));
  const id = asked || all.data?.[0]?.reading_id;
  const at = useQuery({ ...readingQuery(id ?? 0), enabled: !!id, refetchOnWindowFocus: false, gcTime: 0 });
  const [begun, setBegun] = useState(false);
  const toBegin = !!all.data && !asked && !all.data[0]?.grade && !begun;

  const { send, trouble } = useSend<Reading>({
    then: async (r) => {
      cache.setQueryData(["reading", r.id], r);
      await followed();
      setBegun(true);
    },
  });

  // None yet, or an empty one that may have been begun on another day.
  useEffect(() => {
    if (!toBegin) return;
    send(() =>
      ask(client.POST("/api/v1/plants/{id}/readings", { params: { path: { id: plant.id } }, body: { first: true } })),
    );
  }, [toBegin, plant.id, send]);

  // A server that is gone for a while does not take the desk away.
  if (!at.data || !id || toBegin) {
    const wrong = trouble ?? all.error ?? at.error;
    if (wrong) return <Trouble error={wrong} again={() => location.reload()} />;
    return <Waiting />;
  }
  return <Reader key={id} stored={at.data} onOpen={(r) => setSearch({ reading: String(r) })} />;
}

/** The desk itself: the drawing, the way in below it, the verdict beside it. */
function Reader({ stored, onOpen }: { stored: Reading; onOpen: (id: number) => void }) {
  const { plant, profile } = usePlant();
  const { desk, server, entered, standing, canUndo, canRedo } = useReading(stored);
  const narrow = useNarrow();
  const knowledge = useQuery(rootKnowledge).data;
  const [chosen, setChosen] = useState<string>();
  const [sheet, setSheet] = useState(false);
  const rootClass = plant.intake.root_class ?? profile.root_class.value;
  const root = entered.roots.roots.find((r) => r.id === chosen);
  const verdict = server.verdict;
  const change = (make: (now: RootsReading) => RootsReading) =>
    desk.change((now) => ({ ...now, roots: make(now.roots) }));

  const tally = { roots: entered.roots.roots, knowledge, rootClass, profile, change };
  useReaderKeys(desk, {
    roots: entered.roots.roots,
    chosen,
    onChoose: setChosen,
    onSheet: () => setSheet(!sheet),
  });
  return (
    <div className={view.step}>
      <section data-part="roots-main">
        <ReadingBar
          entered={entered}
          server={server}
          onOpen={onOpen}
          onDay={(readOn) => desk.change((now) => ({ ...now, readOn }))}
          standing={standing}
          undo={canUndo ? () => desk.undo() : undefined}
          redo={canRedo ? () => desk.redo() : undefined}
          onKeys={() => setSheet(!sheet)}
        />
        {sheet && <KeySheet onClose={() => setSheet(false)} />}
        <Answer headline={verdict.headline} />
        <RootFan
          reading={server.reading}
          verdict={verdict}
          grown={server.previous?.since.roots}
          selected={chosen}
          onSelect={(id) => setChosen(id === chosen ? undefined : id)}
          height={narrow ? 118 : 250}
        />
        {root ? (
          <RootEditor key={root.id} root={root} verdict={verdict} onChoose={setChosen} {...tally} />
        ) : (
          <TallyPad {...tally} />
        )}
        <div className={css.wrong}>
          <Standing
            what="reading"
            standing={standing}
            onSettle={(keep) => run(desk.settle(keep))}
            onUndo={() => desk.undo()}
          />
        </div>
        <Surroundings roots={entered.roots} verdict={verdict} profile={profile} change={change} />
      </section>
      <aside className={view.soFar} aria-label={tell("the-plant-so-far")}>
        <VerdictPanel verdict={verdict} knowledge={knowledge} profile={profile} reading={server} />
        <Entries
          monopodial={profile.habit.value === "monopodial"}
          entered={entered.roots}
          verdict={verdict}
          chosen={chosen}
          onChoose={setChosen}
        />
        <NormalForIt />
      </aside>
    </div>
  );
}

type KeysProps = {
  roots: Root[];
  chosen?: string;
  onChoose: (id?: string) => void;
  onSheet: () => void;
};

/** Keys that hold whatever is at hand: back and again, from root to root, what the keys are. */
function useReaderKeys(desk: ReturnType<typeof useReading>["desk"], { roots, chosen, onChoose, onSheet }: KeysProps) {
  const step = (d: number) => {
    const i = roots.findIndex((r) => r.id === chosen);
    onChoose(roots[(i + d + roots.length + (i < 0 && d < 0 ? 1 : 0)) % roots.length]?.id);
  };

  useKeys((key) => {
    if (key === "z" || key === "ctrl+z") desk.undo();
    else if (key === "y" || key === "ctrl+y") desk.redo();
    else if (key === "?") onSheet();
    else if (key === "Escape") onChoose(undefined);
    else if (key === "ArrowDown" || key === "ArrowUp") step(key === "ArrowDown" ? 1 : -1);
    else return false;
    return true;
  });
}

const Answer = ({ headline }: { headline: Sentence }) => (
  <div className={css.answer}>
    <Headline>
      {headline.text ? (
        <Say of={headline} />
      ) : (
        <>
          <Tell of="feel-each-root-then-say-what-it" parts={{ span: <span className={css.byKeys} /> }} />
        </>
      )}
    </Headline>
  </div>
);
