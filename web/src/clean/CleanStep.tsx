import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Spin } from "antd";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { ask, client, type CutItem, type Reading } from "../api/client";
import { FromCauses, useAskedAt } from "../cause/FromCauses";
import { reading as readingQuery } from "../api/queries";
import { RootFan } from "../fan/RootFan";
import { Marked } from "../marks/Mark";
import { Cautions } from "../parts/Cautions";
import { Facts } from "../parts/Facts";
import { Trouble } from "../parts/Trouble";
import { NormalForIt } from "../plant/PlantSoFar";
import { usePlant } from "../plant/PlantPage";
import { day, gradeWords, length, percent, ranged } from "../words";
import "./clean.css";
import { CutJob, type Feel } from "./CutJob";

/** The cut list: in working order, to check off with one tap, or on paper. */
export default function CleanStep() {
  const { plant } = usePlant();
  const id = plant.latest?.reading_id;
  const r = useQuery({ ...readingQuery(id ?? 0), enabled: !!id });
  if (r.error && !r.data) return <Trouble error={r.error} again={() => void r.refetch()} />;
  if (!id || (r.data && !r.data.verdict.grade.code)) {
    return (
      <p className="lead clean-empty">
        The cut list is drawn up from the roots. <Link to="../roots">Read them first</Link>: feel each one, and say what
        it is.
      </p>
    );
  }
  if (!r.data) return <Spin className="waiting" size="large" />;
  return <CutSheet reading={r.data} />;
}

/** Keeps one answer after the other; the last one is what the page then shows. */
function useInTurn({ id, plant_id }: Reading) {
  const cache = useQueryClient();
  const turn = useRef(Promise.resolve());
  const waiting = useRef(0);
  const [trouble, setTrouble] = useState<unknown>();
  const keep = (send: () => Promise<Reading>) => {
    waiting.current++;
    turn.current = turn.current.then(async () => {
      try {
        const answer = await send();
        if (waiting.current === 1) cache.setQueryData(["reading", id], answer);
        setTrouble(undefined);
      } catch (e) {
        setTrouble(e);
        await cache.invalidateQueries({ queryKey: ["reading", id] });
      }
      waiting.current--;
      void cache.invalidateQueries({ queryKey: ["plant", plant_id] });
    });
    return turn.current;
  };
  return { keep, trouble };
}

function CutSheet({ reading: r }: { reading: Reading }) {
  const { plant, profile } = usePlant();
  const cache = useQueryClient();
  const [chosen, setChosen] = useState<string>();
  const { keep, trouble } = useInTurn(r);
  const list = r.cut_list;
  const t = r.verdict.totals;
  const asked = useAskedAt("clean");
  const cautions = [
    ...list.cautions,
    ...asked.care.filter((c) => !list.cautions.some((shown) => shown.code === c.code)),
  ];
  const done = Object.fromEntries(list.items.map((it) => [it.id, it.done]));

  const at = { params: { path: { id: r.id } } };
  const tick = (it: CutItem, count: number) => {
    // Shown at once, so that quick taps count on from each other.
    cache.setQueryData(["reading", r.id], {
      ...r,
      cut_list: { ...list, items: list.items.map((x) => (x.id === it.id ? { ...x, done: count } : x)) },
    });
    void keep(() => ask(client.PUT("/api/v1/readings/{id}/ticks", { ...at, body: { item: it.id, count } })));
  };
  const correct = (it: CutItem, feel: Feel, count: number) =>
    void keep(() => {
      const body = { version: r.version, root_id: it.root_id, feel, count };
      return ask(client.PUT("/api/v1/readings/{id}/corrections", { ...at, body }));
    });

  return (
    <div className="step clean" data-jobs={list.items.length > 30 ? "many" : undefined}>
      <section className="clean-view">
        <div className="print-head">
          <b>{plant.intake.tag}</b> {profile.name}. Roots read on {day(r.read_on)}.
        </div>
        <div className="clean-head">
          <p className="headline" aria-live="polite">
            {list.headline}
          </p>
          {list.items.length > 0 && <Button onClick={() => window.print()}>Print the list</Button>}
        </div>
        <RootFan
          reading={r.reading}
          verdict={r.verdict}
          cuts
          done={done}
          selected={chosen}
          onSelect={setChosen}
          height={250}
        />
        {trouble !== undefined && <Trouble error={trouble} />}
        <FromCauses actions={asked.actions} />
      </section>
      <Cautions cautions={cautions} />
      <section className="clean-jobs" aria-label="Cut list">
        <Notes notes={list.before} />
        <ol className="jobs">
          {list.items.map((it) => (
            <CutJob
              key={it.id}
              item={it}
              rules={r.verdict.rules}
              chosen={it.root_id === chosen}
              onTick={tick}
              onCorrect={correct}
            />
          ))}
        </ol>
        <Notes notes={list.after} />
        {!!list.stale?.length && (
          <p className="why">
            {list.stale.length === 1 ? "One job was" : `${list.stale.length} jobs were`} checked off that the reading no
            longer asks for. What is cut is cut; the record keeps it.
          </p>
        )}
      </section>
      <aside className="so-far clean-after" aria-label="The plant so far">
        <h2>After cleaning</h2>
        <Facts
          rows={[
            ["Left alive", ranged(t.live_after_mm.low, t.live_after_mm.high, length)],
            ["Living length cut", ranged(t.lost_mm.low, t.lost_mm.high, length)],
            ["Wounds", String(t.wounds)],
            ["Anchors", String(t.anchors)],
            [
              "Now",
              `${gradeWords[r.verdict.grade.code]}, ${ranged(t.viable_by_length.low, t.viable_by_length.high, percent)}`,
            ],
          ]}
        />
        <NormalForIt />
      </aside>
    </div>
  );
}

function Notes({ notes }: { notes: { value: string; mark: string; source?: string }[] }) {
  return notes.map((n) => (
    <p key={n.value} className="job-note">
      <Marked text={n} />
    </p>
  ));
}
