import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Aftercare, CareDue, RoundItem } from "../../lib/api/client";
import { aftercare } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { abreast, volume } from "../../lib/words";
import { Day } from "../../ui/Day";
import { Fold } from "../../ui/Fold";
import { Marked } from "../../ui/Mark";
import { Row } from "../../ui/Row";
import { Aside, Headline, Lead, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { tell } from "../../words/aftercare";
import { PlantSoFar, usePlant } from "../plant";
import { Alarms } from "./Alarms";
import { CheckIn } from "./CheckIn";
import { Choices } from "./Choices";
import { History } from "./History";
import { Protocol } from "./Protocol";
import { RoundJob } from "./RoundJob";
import { useAftercare } from "./useAftercare";

/** The months after: what is next, what it waits for, and what was seen and done. */
export default function AftercareStep() {
  const { plant } = usePlant();
  const found = useQuery(aftercare(plant.id));
  const c = found.data;
  if (!c) return found.error ? <Trouble error={found.error} again={() => run(found.refetch())} /> : <Waiting />;
  return (
    <div className={view.step}>
      <section data-part="care">
        {plant.advice?.page === "aftercare" && (
          <Headline>
            <Say of={plant.advice.headline} />
          </Headline>
        )}
        <Alarms c={c} />
        {c.runs.length === 0 ? <Unfollowed c={c} /> : <Next c={c} tag={plant.intake.tag} />}
        <CheckIn key={`checkin ${c.checkins.length}`} c={c} />
        {c.runs.map((r) => (
          <Protocol key={`${r.code} ${r.since}`} c={c} r={r} />
        ))}
        <Earlier c={c} />
        <WaterAndFeed c={c} />
        <Choices c={c} />
        <History c={c} />
      </section>
      <PlantSoFar />
    </div>
  );
}

/** Why its care is not worked out, and how it begins. */
function Unfollowed({ c }: { c: Aftercare }) {
  return (
    <Lead>
      <span data-part="unfollowed">
        {c.missing_why && <Marked text={c.missing_why} />}{" "}
        {c.missing === "medium" ? tell("say-below-what-it-stands-in") : tell("it-begins-with-a-home")}
      </span>
    </Lead>
  );
}

/** A watering of a day gone by. */
function Earlier({ c }: { c: Aftercare }) {
  const work = useAftercare();
  const [on, setOn] = useState("");
  const job = c.due.find((d) => d.water)?.job ?? "water";
  return (
    <Fold summary={tell("it-was-watered-on-another-day")} id="earlier">
      <Row>
        <Day label={tell("watered-on-the-day")} value={on} onChange={setOn} />
        <Button
          disabled={!on}
          onClick={() => {
            work.tick([{ plant_id: c.plant_id, job, outcome: "done" }], on);
            setOn("");
          }}
        >
          {tell("note-this-watering")}
        </Button>
      </Row>
      {Boolean(work.trouble) && <Trouble error={work.trouble} />}
      <span role="status">{work.told && <Aside>{work.told}</Aside>}</span>
    </Fold>
  );
}

/** A job of the plant as the round has it. */
const asItem = (c: Aftercare, d: CareDue, tag: string): RoundItem => {
  const done = c.done.find((t) => t.job === d.job && t.on === c.day);
  return {
    plant_id: c.plant_id,
    tag,
    group: "",
    job: d.job,
    protocol: d.protocol,
    do: d.do,
    on: d.on,
    late_days: d.late_days,
    matters: d.matters,
    ml: d.ml,
    water: d.water,
    ppm_n: d.ppm_n,
    ...(done && { done: { id: done.id, outcome: done.outcome, because: done.because, person: done.person } }),
  };
};

/** What is due, what was done today, and what comes next. */
function Next({ c, tag }: { c: Aftercare; tag: string }) {
  const work = useAftercare();
  const today = c.due.filter((d) => d.on <= c.day && d.job !== "check"); // what is looked at stands below
  const later = c.due.filter((d) => d.on > c.day);
  const done = c.done.filter((t) => t.on === c.day);
  return (
    <section data-part="next" aria-label={tell("what-is-next")}>
      {today.length + done.length + later.length > 0 && <h2>{today.length > 0 ? tell("due") : tell("next")}</h2>}
      {Boolean(work.trouble) && <Trouble error={work.trouble} />}
      {today.map((d) => (
        <div key={d.job}>
          <RoundJob item={asItem(c, d, tag)} work={work} nameless />
          <Why>
            {d.doubt && <Marked text={d.doubt} />} <Marked text={d.how} />{" "}
            {d.job === "round" && <Link to="../cleaning/pests">{tell("its-treatment")}</Link>}{" "}
            {d.missed ? tell("missed-they-are-not-made-up", { missed: d.missed }) : ""}
          </Why>
        </div>
      ))}
      {done.map((t) => (
        <RoundJob
          key={t.id}
          item={{
            ...t,
            tag,
            group: "",
            protocol: "",
            do: { text: t.name, sense: {} },
            done: { id: t.id, outcome: t.outcome, because: t.because, person: t.person },
          }}
          work={work}
          nameless
        />
      ))}
      {later.length > 0 && (
        <ul data-part="later">
          {later.map((d) => (
            <li key={d.job}>
              {day(d.on)}: <Say of={d.do} />{" "}
              <Aside>{abreast([d.ml && volume(d.ml), d.ppm_n && tell("feed-of-ppm-n", { ppmn: d.ppm_n })])}</Aside>{" "}
              {d.shifted && <Aside>{tell("put-off", { shifted: d.shifted })}</Aside>}
            </li>
          ))}
        </ul>
      )}
      {c.held_back && (
        <Lead>
          <Say of={c.held_back_words} />
        </Lead>
      )}
    </section>
  );
}

/** When it is due for water and what that rests on; whether there is feed in it. */
function WaterAndFeed({ c }: { c: Aftercare }) {
  const { water: w, feed: f, last } = c;
  if (c.runs.length === 0) return null;
  return (
    <section data-part="water-and-feed" aria-label={tell("water-and-feed")}>
      <h2>{tell("water-and-feed")}</h2>
      {w && (
        <p data-part="due-for-water">
          <Say of={w.words} /> <Marked text={w.rests} />
        </p>
      )}
      <p data-part="feed">
        {f.ppm_n > 0 && (
          <>
            <b>{tell("ppm-n", { ppmn: f.ppm_n })}</b>{" "}
            {f.on && f.on > c.day && tell("next-from", { on: day(f.on) })}{" "}
          </>
        )}
        <Marked text={f.why} />
      </p>
      {f.side && (
        <Why>
          {f.side.question}: {f.side.choice.name}. <Marked text={f.side.choice.reason} />
        </Why>
      )}
      <Aside>
        {[
          last.watered_on && tell("last-watered", { wateredon: day(last.watered_on) }),
          last.flushed_on && tell("last-flushed", { flushedon: day(last.flushed_on) }),
          last.fed_on && tell("last-fed", { fedon: day(last.fed_on) }),
        ]
          .filter(Boolean)
          .join(" · ")}
      </Aside>
    </section>
  );
}
