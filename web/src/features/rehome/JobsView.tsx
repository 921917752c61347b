import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { Refused, type Forecast, type Rehoming } from "../../lib/api/client";
import { Settle } from "../../lib/api/fields";
import { houseMedia, rehomeKnowledge } from "../../lib/api/queries";
import { today } from "../../lib/dates";
import { useDayOrToday } from "../../lib/day";
import { run } from "../../lib/run";
import { percent } from "../../lib/words";
import { Day } from "../../ui/Day";
import { FieldError } from "../../ui/Field";
import { Fold } from "../../ui/Fold";
import { AllDone } from "../../ui/Job";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Headline, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { tell } from "../../words/rehome";
import { PlantSoFar } from "../plant";
import { Weights } from "../weights";
import { HomeJobRow, isUnread } from "./HomeJobRow";
import { Now } from "./Now";
import { AtHome } from "./RehomeStep";
import { useDoing } from "./useHome";

/** The jobs in order, and the new home as it was in fact given. */
export default function JobsView() {
  return (
    <div className={view.step}>
      <AtHome>{(r) => <Doing r={r} />}</AtHome>
      <PlantSoFar />
    </div>
  );
}

function Doing({ r }: { r: Rehoming }) {
  const work = useDoing(r);
  const now = r.homes[0];
  const began = r.jobs.some((j) => j.state !== "open");
  return (
    <section data-part="do-it">
      {now && <Now home={now} r={r} />}
      {!r.route && (
        <p>
          <Link to="../pot-or-hold">
            <Say of={r.decision.headline} />
          </Link>
        </p>
      )}
      {now?.pot && (
        <>
          {r.drying && <Drying f={r.drying} />}
          <Weights kind="pot" />
        </>
      )}
      {r.route && now && !began ? (
        <Fold summary={tell("when-it-moves-again", { route: r.route.name })}>
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
  const ready = r.jobs.filter((j) => j.state === "open" && !j.weighs && !isUnread(j, r));
  return (
    <>
      <Headline>
        {r.route?.name}. <Say of={r.headline} />
      </Headline>
      {stages.map((stage) => (
        <section key={stage}>
          <h2>{stage}</h2>
          {r.jobs
            .filter((j) => j.stage === stage)
            .map((j) => (
              <HomeJobRow key={j.code} job={j} r={r} work={work} repeated={!!repeated.get(j.code)} />
            ))}
        </section>
      ))}
      <AllDone ready={ready.length} onAll={() => ready.forEach((j) => run(work.mark(j, "done")))} />
      <Given key={`${r.route?.code} ${r.mix?.name} ${r.next_look_on}`} r={r} work={work} />
    </>
  );
}

/** What was in fact done: as planned, or otherwise. */
function Given({ r, work }: { r: Rehoming; work: ReturnType<typeof useDoing> }) {
  const routes = useQuery(rehomeKnowledge).data?.rehome.routes ?? [];
  const recipes = useQuery(houseMedia).data?.media.recipes ?? [];
  const [route, setRoute] = useState(r.route?.code ?? "");
  const [on, setOn] = useDayOrToday();
  const planned = r.mix?.advised?.recipe ?? "";
  const [mix, setMix] = useState(planned);
  const [look, setLook] = useState(r.next_look_on ?? "");
  const [note, setNote] = useState("");
  const trouble = work.trouble && !work.trouble.job ? work.trouble.error : undefined;
  const wrong = (field: string) => (trouble instanceof Refused ? trouble.at(field) : undefined);
  const asPlanned = route === r.route?.code;
  return (
    <section data-part="given">
      <h2>{tell("what-was-in-fact-done")}</h2>
      <Row>
        <Pick
          label={tell("way")}
          value={route || undefined}
          options={routes.map((o) => ({ value: o.code, label: o.name }))}
          onChange={setRoute}
        />
        {r.mix && (
          <Pick
            label={tell("mix-2")}
            value={mix}
            options={[
              { value: planned, label: r.mix.name },
              ...recipes.filter((o) => o.code !== planned).map((o) => ({ value: o.code, label: o.name })),
              { value: tell("something-else"), label: tell("something-else") },
            ]}
            onChange={setMix}
          />
        )}
        <Day label={tell("on")} needed value={on} onChange={setOn} error={wrong("from_on") ?? wrong("from")} />
        <Day label={tell("next-look-on")} future value={look} onChange={setLook} error={wrong("next_look_on")} />
      </Row>
      <TextLine {...Settle.note} value={note} onChange={setNote} error={wrong("note")} />
      {wrong("jobs") && <FieldError words={wrong("jobs") ?? ""} />}
      {trouble !== undefined && !(trouble instanceof Refused && trouble.problem?.faults) && <Trouble error={trouble} />}
      {wrong("person") && <FieldError words={wrong("person") ?? ""} />}
      <p>
        <Button
          type="primary"
          onClick={() =>
            run(
              work.settle({
                route,
                from_on: on || undefined,
                next_look_on: (asPlanned && look === r.next_look_on && on !== today() ? undefined : look) || undefined,
                ...(mix !== planned && { mix }),
                ...(note && { note }),
              }),
            )
          }
        >
          {tell("note-its-new-home")}
        </Button>
      </p>
    </section>
  );
}

/** When the pot is due for water, by its weights. */
function Drying({ f }: { f: Forecast }) {
  return (
    <section data-part="drying" aria-label={tell("drying")}>
      <h2>{tell("how-the-pot-dries")}</h2>
      <p>
        <Say of={f.words} />
      </p>
      <Why>
        {tell("it-holds-g-of-water-of-that-is", {
          holdsg: Math.round(f.holds_g),
          left: percent(f.left),
          weights: f.weights,
          cycles: f.cycles,
        })}
      </Why>
    </section>
  );
}
