import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import type { Plant } from "../api/client";
import { dueRounds, plants } from "../api/queries";
import { RootBar } from "../parts/RootBar";
import { Following } from "../parts/Following";
import { Trouble } from "../parts/Trouble";
import { day, gradeWords, percent, ranged, untilWords } from "../words";
import { NewPlant } from "./NewPlant";
import "./bench.css";
import { run } from "../parts/run";

const PAGE = 100;

/** Treatments that are to be repeated today. */
function Rounds() {
  const due = useQuery(dueRounds).data ?? [];
  if (due.length === 0) return null;
  return (
    <ul className="bench-rounds" aria-label="Treatments due">
      {due.map((d) => (
        <li key={`${d.plant_id} ${d.pest}`} data-overdue={d.overdue}>
          <Link to={`/plants/${d.plant_id}/clean/rounds`}>{d.tag}</Link> <b>{d.pest}.</b> {d.headline}
        </li>
      ))}
    </ul>
  );
}

/** The bench: every plant in hand, the newest work first, those kept apart last. */
export function Bench() {
  const [words, setWords] = useState("");
  const [archived, setArchived] = useState(false);
  const [adding, setAdding] = useState(false);
  const sought = useDeferredValue(words);
  const [most, setMost] = useState(PAGE);
  const [due, setDue] = useState(false);
  const found = useQuery({ ...plants(sought, archived, due, most), placeholderData: keepPreviousData });
  const toLookAt = useQuery(plants("", false, true, 1)).data?.total ?? 0;
  const list = found.data?.plants ?? [];
  const clean = list.filter((p) => !p.intake.kept_apart && !p.suspect);
  const suspect = list.filter((p) => !p.intake.kept_apart && p.suspect);
  const apart = list.filter((p) => p.intake.kept_apart);

  return (
    <main className="sheet bench">
      <div className="bench-head">
        <h1>{archived ? "Off the bench" : "The bench"}</h1>
        <Button type="primary" onClick={() => setAdding(!adding)} aria-expanded={adding}>
          New plant
        </Button>
      </div>
      {adding && <NewPlant onClose={() => setAdding(false)} />}
      <div className="bench-find">
        <Input
          allowClear
          value={words}
          onChange={(e) => setWords(e.target.value)}
          placeholder="Find by tag, group, source or note"
          aria-label="Find a plant"
        />
        <button type="button" className="plain" onClick={() => setArchived(!archived)}>
          {archived ? "Back to the bench" : "Archived plants"}
        </button>
      </div>
      {!archived && (toLookAt > 0 || due) && (
        <p className="bench-due">
          {toLookAt === 0 ? "No plant is" : toLookAt === 1 ? "1 plant is" : `${toLookAt} plants are`} due for a look.
          <button type="button" className="plain" onClick={() => setDue(!due)}>
            {due ? "Show the whole bench" : "Show only these"}
          </button>
        </p>
      )}
      {!archived && <Rounds />}
      <div role="status">
        <Following />
      </div>
      {found.error && <Trouble error={found.error} again={() => run(found.refetch())} />}
      <PlantList plants={clean} />
      {suspect.length > 0 && (
        <>
          <p className="bench-line">
            <span>Wash hands, take a new blade. Suspects from here on.</span>
          </p>
          <PlantList plants={suspect} />
        </>
      )}
      {apart.length > 0 && (
        <>
          <p className="bench-line">
            <span>Wash hands, take a new blade. Kept apart from here on.</span>
          </p>
          <PlantList plants={apart} />
        </>
      )}
      {found.data && list.length === 0 && <Nothing words={sought} archived={archived} />}
      {found.data && found.data.total > list.length && (
        <p className="lead">
          {list.length} of {found.data.total} plants are shown. Find one by a word, or{" "}
          <button type="button" className="plain" onClick={() => setMost(most + PAGE)}>
            show more
          </button>
        </p>
      )}
    </main>
  );
}

function PlantList({ plants: list }: { plants: Plant[] }) {
  return (
    <ul className="bench-list">
      {list.map((p) => (
        <li key={p.id}>
          <Link to={`/plants/${p.id}`}>
            <span className="bench-who">
              <b>{p.intake.tag}</b>
              <small>{p.group_name}</small>
            </span>
            <Roots plant={p} />
            <LookedAt plant={p} />
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** The one advice for it, until when, and the cause. */
function LookedAt({ plant: p }: { plant: Plant }) {
  const l = p.looked;
  const a = p.advised;
  if (!a?.headline && !l?.cause) return null;
  return (
    <span className="bench-looked" data-now={a?.code === "now" || undefined}>
      {a?.headline} {untilWords(a)}
      <small>
        {p.home && `${p.home} since ${day(p.home_since ?? "")}. `}
        {l?.cause}
        {l?.undecided && a?.code !== "stay" && " A check is open."}
      </small>
    </span>
  );
}

function Roots({ plant: p }: { plant: Plant }) {
  const r = p.latest;
  if (p.unreadable || r?.unreadable || p.looked?.unreadable)
    return <span className="bench-unread alarm">{p.unreadable || r?.unreadable || p.looked?.unreadable}</span>;
  if (!r?.grade) return <span className="bench-unread">Roots not read yet</span>;
  const share = r.left?.viable_by_length ?? r.viable_by_length;
  return (
    <>
      <span className="bench-roots">
        <RootBar share={share} />
        <small>
          {gradeWords[r.grade]}
          {r.starved && " for its leaves"}, {ranged(share.low, share.high, percent)}
        </small>
      </span>
      <span className="bench-do">
        {r.headline}
        <small>Read on {day(r.read_on)}</small>
      </span>
    </>
  );
}

function Nothing({ words, archived }: { words: string; archived: boolean }) {
  if (words) return <p className="lead">No plant carries “{words}” in its tag, group, source or notes.</p>;
  if (archived) return <p className="lead">No plant was taken off the bench yet.</p>;
  return (
    <p className="lead">
      The bench is empty. Put the plant in your hand on it with <b>New plant</b>: a tag and its group are enough, and
      you can read its roots at once.
    </p>
  );
}
