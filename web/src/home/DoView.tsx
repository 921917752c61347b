import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { Refused, type Forecast, type Home, type Rehoming } from "../api/client";
import { useQueryClient } from "@tanstack/react-query";
import { houseMedia, rehomeKnowledge } from "../api/queries";
import "../clean/clean.css";
import { Fold } from "../parts/Fold";
import { DayLine, TextLine } from "../parts/TextLine";
import { Trouble } from "../parts/Trouble";
import { PlantSoFar } from "../plant/PlantSoFar";
import { Weights } from "../weights/Weights";
import { day, percent, shortDay, today } from "../words";
import { HomeJobRow } from "./HomeJobRow";
import { AtHome } from "./HomeStep";
import { labelOf, sheetOf } from "./labels";
import { useDoing } from "./useHome";
import { run } from "../parts/run";

/** The jobs in order, and the new home as it was in fact given. */
export default function DoView() {
  return (
    <div className="step">
      <AtHome>{(r) => <Doing r={r} />}</AtHome>
      <PlantSoFar />
    </div>
  );
}

function Doing({ r }: { r: Rehoming }) {
  const work = useDoing(r);
  const cache = useQueryClient();
  const now = r.homes[0];
  const began = r.jobs.some((j) => j.state !== "open");
  return (
    <section className="do-it">
      {now && <Now home={now} r={r} />}
      {!r.route && (
        <p>
          <Link to="../decide">{r.decision.headline}</Link>
        </p>
      )}
      {now?.pot && (
        <>
          {r.drying && <Drying f={r.drying} />}
          <Weights
            kind="pot"
            onKept={() => run(cache.invalidateQueries({ queryKey: ["plant", r.plant_id, "home"] }))}
          />
        </>
      )}
      {r.route && now && !began ? (
        <Fold className="normal" summary={`When it moves again: ${r.route.name}`}>
          <Jobs r={r} work={work} />
        </Fold>
      ) : (
        r.route && <Jobs r={r} work={work} />
      )}
    </section>
  );
}

/** The jobs by stage, and then what was in fact done. */
function Jobs({ r, work }: { r: Rehoming; work: ReturnType<typeof useDoing> }) {
  const stages = [...new Set(r.jobs.map((j) => j.stage))];
  const told = new Set<string>();
  const repeated = new Map<string, boolean>();
  for (const j of r.jobs) {
    const codes = j.cautions.map((c) => c.code);
    repeated.set(j.code, codes.length > 0 && codes.every((c) => told.has(c)));
    codes.forEach((c) => told.add(c));
  }
  return (
    <>
      <p className="headline" aria-live="polite">
        {r.route?.name}. {r.headline}
      </p>
      {stages.map((stage) => (
        <section key={stage} className="stage">
          <h2>{stage}</h2>
          {r.jobs
            .filter((j) => j.stage === stage)
            .map((j) => (
              <HomeJobRow key={j.code} job={j} r={r} work={work} repeated={!!repeated.get(j.code)} />
            ))}
        </section>
      ))}
      <Given key={r.version} r={r} work={work} />
    </>
  );
}

/** The home it has. */
function Now({ home: h, r }: { home: Home; r: Rehoming }) {
  return (
    <section className="home-now" aria-label="Its home now">
      <p>
        <b>
          {h.name}
          {h.mix && h.mix !== h.name && ` (${h.mix.toLowerCase()})`}
        </b>{" "}
        since {day(h.from_on)}.{h.planned && " It was planned otherwise."} {h.note}
      </p>
      {h.next_look_on && <p>Look at it on {day(h.next_look_on)}.</p>}
      <p className="home-papers">
        <a href={labelOf([r.plant_id], false)} target="_blank" rel="noreferrer">
          Label, PDF
        </a>
        <a href={sheetOf(r.plant_id)} target="_blank" rel="noreferrer">
          Case sheet, PDF
        </a>
      </p>
    </section>
  );
}

/** What was in fact done: as planned, or otherwise. */
function Given({ r, work }: { r: Rehoming; work: ReturnType<typeof useDoing> }) {
  const routes = useQuery(rehomeKnowledge).data?.rehome.routes ?? [];
  const recipes = useQuery(houseMedia).data?.media.recipes ?? [];
  const [route, setRoute] = useState(r.route?.code ?? "");
  const [on, setOn] = useState(today());
  const [mix, setMix] = useState(r.mix?.name ?? "");
  const [look, setLook] = useState(r.next_look_on ?? "");
  const [note, setNote] = useState("");
  const trouble = work.trouble && !work.trouble.job ? work.trouble.error : undefined;
  const wrong = (field: string) => (trouble instanceof Refused ? trouble.at(field) : undefined);
  const planned = route === r.route?.code;
  return (
    <section className="given">
      <h2>What was in fact done</h2>
      <div className="row-of-figures">
        <label>
          <span className="figure-label">Way</span>
          <select value={route} onChange={(e) => setRoute(e.target.value)}>
            {routes.map((o) => (
              <option key={o.code} value={o.code}>
                {o.name}
              </option>
            ))}
          </select>
        </label>
        {r.mix && (
          <label>
            <span className="figure-label">Mix</span>
            <select value={mix} onChange={(e) => setMix(e.target.value)}>
              {[...new Set([r.mix.name, ...recipes.map((o) => o.name), "Something else"])].map((name) => (
                <option key={name} value={name}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        <DayLine label="On" value={on} onChange={setOn} error={wrong("from_on") ?? wrong("from")} />
        <TextLine label="Next look on" value={look} max={10} onChange={setLook} error={wrong("next_look_on")} />
      </div>
      <TextLine label="What was done otherwise" value={note} max={400} onChange={setNote} error={wrong("note")} />
      {wrong("jobs") && (
        <p className="field-error" role="alert">
          {wrong("jobs")}
        </p>
      )}
      {trouble !== undefined && !(trouble instanceof Refused && trouble.problem?.faults) && <Trouble error={trouble} />}
      {wrong("person") && (
        <p className="field-error" role="alert">
          {wrong("person")}
        </p>
      )}
      <p>
        <Button
          type="primary"
          onClick={() =>
            run(
              work.settle({
                route,
                from_on: on || undefined,
                next_look_on: (planned && look === r.next_look_on && on !== today() ? undefined : look) || undefined,
                ...(mix && { mix }),
                ...(note && { note }),
              }),
            )
          }
        >
          Note its new home
        </Button>
      </p>
    </section>
  );
}

/** When the pot is due for water, by its weights. */
function Drying({ f }: { f: Forecast }) {
  const due =
    f.due_days === 0 || f.due_on === today()
      ? "It is due for water."
      : f.soon_on === f.late_on
        ? `Due for water on ${day(f.due_on)}.`
        : `Due for water on ${day(f.due_on)}, from ${shortDay(f.soon_on)} to ${shortDay(f.late_on)}.`;
  return (
    <section className="drying" aria-label="Drying">
      <h2>How the pot dries</h2>
      <p className="drying-due">{due}</p>
      <p className="why">
        It holds {Math.round(f.holds_g)} g of water, {percent(f.left)} of that is left. From {f.weights}{" "}
        {f.weights === 1 ? "weight" : "weights"}
        {f.cycles === 0
          ? ", and the pace of the table: weigh it wet, light, and in between."
          : `, its pace from ${f.cycles} ${f.cycles === 1 ? "watering" : "waterings"}.`}
      </p>
    </section>
  );
}
