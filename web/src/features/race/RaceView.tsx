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
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/race";
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
          <Tell of="running-its-weeks-to-come-some" with={{ spin: <Spin /> }} />
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
      <Headline>
        {of ? (
          tell("a-way-with-its-chance", { way: shown.name, chance: shown.chance_words.text })
        ) : (
          <Say of={r.headline} />
        )}
      </Headline>
      <p data-part="detail">
        {of ? <Say of={shown.words} /> : <Say of={r.detail} />} {asked.data.stage}{" "}
        {r.fit && (
          <b className={css.fit}>
            <Say of={r.fit.words} />
          </b>
        )}
        {asked.isFetching && <Late />}
      </p>
      {!of && asked.data.beside_it && (
        <p data-part="beside-it">
          <Say of={asked.data.beside_it} />
        </p>
      )}
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
      <Levers race={r} />
      <Weights kind="bare" />
      <Fold summary={tell("what-this-rests-on-figures", { count: r.assumptions.length })}>
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
      {tell("running-it-again")}
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
        <Tell
          of="how-humid-its-air-is-is-not"
          with={{ value: h.value }}
          parts={{ link: <Link to="../intake" />, link2: <Link to="/places" /> }}
        />
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
      <Headline>{tell("its-leaves-are-not-counted-yet")}</Headline>
      <p>
        <Tell of="a-plant-loses-water-through-its" parts={{ link: <Link to="../intake" /> }} />
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
      <p>
        <Say of={o.lost_words} />
      </p>
      {o.unsuited && (
        <Notice is="alarm">
          <Marked text={o.unsuited} />
        </Notice>
      )}
      <p>
        <Say of={o.needs_words} />
      </p>
      {o.margin_words && (
        <p>
          <Say of={o.margin_words} />
        </p>
      )}
      <Fold summary={tell("its-water-week-by-week")}>
        <WaterByWeek o={o} />
      </Fold>
      {held ? (
        <Why>{tell("it-is-held-like-this")}</Why>
      ) : (
        <Button onClick={onHold}>{tell("i-hold-it-like-this-from-today")}</Button>
      )}
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
        { title: tell("week"), of: (w) => w.day / 7, head: true },
        { title: tell("water-of-full"), of: (w) => percent(w.median) },
        { title: tell("four-of-five"), of: (w) => ranged(w.low, w.high, percent) },
      ]}
    />
  );
}
