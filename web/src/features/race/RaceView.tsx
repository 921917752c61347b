import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Spin } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { RacePicture } from "../../draw/RacePicture";
import { ask, client, Refused, type Assumption, type Outcome, type PlantRace } from "../../lib/api/client";
import { race } from "../../lib/api/queries";
import { tellDoubt } from "../../lib/changed";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { percent, ranged } from "../../lib/words";
import { Fold } from "../../ui/Fold";
import { Marked } from "../../ui/Mark";
import { Notice } from "../../ui/Notice";
import { Rows } from "../../ui/Rows";
import { Headline, Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { PlantSoFar, usePlant } from "../plant";
import { Weights } from "../weights";
import { Assumptions } from "./Assumptions";
import { Levers } from "./Levers";
import { Ways } from "./Ways";
import css from "./race.module.css";

/** Will it root before it dries out, and what changes that. */
export default function RaceView() {
  return (
    <div className={view.step}>
      <Running />
      <PlantSoFar />
    </div>
  );
}

function Running() {
  const { plant } = usePlant();
  const [of, setOf] = useState("");
  const asked = useQuery({ ...race(plant.id, of), placeholderData: (before) => before });
  const cache = useQueryClient();
  const { send, trouble } = useSend<PlantRace>({
    then: (r) => {
      cache.setQueryData(["plant", plant.id, "race", ""], r);
      setOf("");
    },
    but: tellDoubt,
  });
  const at = { params: { path: { id: plant.id } } };
  if (!asked.data) {
    if (!asked.error)
      return (
        <p role="status">
          <Spin /> Running its weeks to come, some thousand times.
        </p>
      );
    return <Unknown error={asked.error} again={() => run(asked.refetch())} />;
  }
  const { race: r, version } = asked.data;
  if (!r && asked.error) return <Unknown error={asked.error} again={() => run(asked.refetch())} />;
  if (!r) return <Off text={asked.data.off} />;
  const shown = r.outcomes.find((o) => o.code === (r.holding ?? r.best)) ?? r.outcomes[0];
  if (!shown) return null;
  return (
    <section data-part="race" aria-busy={asked.isFetching}>
      <Headline>{of ? `${shown.name}: ${shown.chance_words}.` : r.headline}</Headline>
      <p data-part="detail">
        {of ? shown.words : r.detail} {asked.data.stage} {r.fit && <b className={css.fit}>{r.fit.words}</b>}
        {asked.isFetching && <Late />}
      </p>
      <AirUnknown assumed={r.assumptions} />
      <RacePicture race={r} shown={shown} />
      <Ways outcomes={r.outcomes} shown={shown} best={asked.data.advised ?? ""} onShow={setOf} />
      <Chosen
        shown={shown}
        held={!of && r.holding === shown.code}
        onHold={() =>
          send(() => ask(client.POST("/api/v1/plants/{id}/holding", { ...at, body: { method: shown.code } })))
        }
      />
      <Levers race={r} shown={shown} />
      <Weights kind="bare" />
      <Fold summary={`What this rests on: ${r.assumptions.length} figures`}>
        <Assumptions
          all={r.assumptions}
          wrong={(code) => (trouble instanceof Refused ? trouble.at(`assumed.${code}`) : undefined)}
          onSet={(assumed, onKept) =>
            send(() => ask(client.PUT("/api/v1/plants/{id}/race", { ...at, body: { version, assumed } })), {
              onSuccess: onKept,
            })
          }
        />
      </Fold>
      {trouble && !(trouble instanceof Refused && trouble.problem?.faults) && <Trouble error={trouble} />}
    </section>
  );
}

/** A plant in its pot does not race. */
function Off({ text }: { text: PlantRace["off"] }) {
  return (
    <section data-part="race">
      {text && (
        <p>
          <Marked text={text} />
        </p>
      )}
    </section>
  );
}

/** Said only when the answer takes its time. */
function Late() {
  return (
    <span className={css.late} role="status">
      {" "}
      Running it again.
    </span>
  );
}

/** The air decides much: where it is only a guess, that is said, and where to mend it. */
function AirUnknown({ assumed }: { assumed: Assumption[] }) {
  const h = assumed.find((a) => a.code === "humidity");
  if (!h?.usual || h.own) return null;
  return (
    <div data-part="air">
      <Notice is="trouble">
        How humid its air is, is not known. {h.value} % is taken. Say at <Link to="../intake">intake</Link> where it
        stands, and how humid it is at that <Link to="/places">place</Link>; or set your own figure below.
      </Notice>
    </div>
  );
}

/** What has to be known first. */
function Unknown({ error, again }: { error: unknown; again: () => void }) {
  const leaves = error instanceof Refused ? error.at("leaf_count") : undefined;
  if (!leaves) return <Trouble error={error} again={again} />;
  return (
    <section data-part="race">
      <Headline>Its leaves are not counted yet.</Headline>
      <p>
        A plant loses water through its leaves, so the race cannot be run without them.{" "}
        <Link to="../intake">Count or measure them at intake</Link>.
      </p>
    </section>
  );
}

function Chosen({ shown: o, held, onHold }: { shown: Outcome; held: boolean; onHold: () => void }) {
  return (
    <section data-part="chosen">
      <p>
        <Marked text={o.about} />
      </p>
      <p>
        <Marked text={o.care} />
      </p>
      <p>{o.lost_words}</p>
      {o.unsuited && (
        <Notice is="alarm">
          <Marked text={o.unsuited} />
        </Notice>
      )}
      <p>
        {o.needs === "humidity" && (
          <>
            Nine chances in ten need air of <b>{o.needs_humidity_percent} %</b> around it. Here it has about{" "}
            {Math.round(o.humidity_percent)} %.
          </>
        )}
        {o.needs === "any" && "It has nine chances in ten in any air."}
        {o.needs === "none" && "No humidity alone gives it nine chances in ten."}
      </p>
      {o.margin_days.median !== undefined && o.lost_day.median !== undefined && (
        <p>
          {o.margin_days.median >= 0
            ? `Days of margin, from the first tip until it would be lost without roots: about ${Math.round(o.margin_days.median)}`
            : `The tips come about ${Math.round(-o.margin_days.median)} days too late`}
          {o.margin_days.low !== undefined &&
            `, from ${String(Math.round(o.margin_days.low)).replace("-", "−")} to ${o.margin_days.high === undefined ? "no end" : Math.round(o.margin_days.high)}`}
          .
        </p>
      )}
      <Fold summary="Its water, week by week">
        <WaterByWeek o={o} />
      </Fold>
      {held ? <Why>It is held like this.</Why> : <Button onClick={onHold}>I hold it like this from today</Button>}
    </section>
  );
}

/** The same as the picture, in figures. */
function WaterByWeek({ o }: { o: Outcome }) {
  return (
    <Rows
      rows={o.water.filter((w) => w.day % 7 === 0 && w.day <= 98)}
      keyOf={(w) => w.day}
      columns={[
        { title: "Week", of: (w) => w.day / 7, head: true },
        { title: "Water, of full", of: (w) => percent(w.median) },
        { title: "Four of five", of: (w) => ranged(w.low, w.high, percent) },
      ]}
    />
  );
}
