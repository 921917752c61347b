import { useState } from "react";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { Notice } from "../../ui/Notice";
import { Row } from "../../ui/Row";
import { Headline, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { tell } from "../../words/causes";
import { Clashes, InspectionStep, Parts, type StepProps } from "../look";
import { PlantSoFar } from "../plant";
import { CauseCard } from "./CauseCard";
import { NextCheck } from "./NextCheck";
import { OwnCauses } from "./OwnCauses";
import { Plan } from "./Plan";

export default function CausesStep() {
  return <InspectionStep step={CauseView} />;
}

/** What did this: the answer, the next check, the causes with their reasons, the plan. */
function CauseView({ desk, knowledge }: StepProps) {
  const v = desk.server.causes;
  const [numbers, setNumbers] = useState(false);
  const shown = v.causes.filter((c) => c.act_on || c.settled || c.chance >= knowledge.figures.clear_below.value);
  const others = v.causes.filter((c) => !shown.includes(c));
  const parts = Object.keys(knowledge.parts);
  const card = (code: string) => {
    const judged = v.causes.find((c) => c.code === code);
    const cause = knowledge.causes.find((c) => c.code === code);
    if (!judged || !cause) return null;
    return <CauseCard key={code} judged={judged} cause={cause} desk={desk} knowledge={knowledge} numbers={numbers} />;
  };
  return (
    <div className={view.step} data-part="cause">
      <section>
        <Headline>
          <Say of={v.headline} />
        </Headline>
        {v.apart && (
          <Notice is="alarm">
            <Say of={v.apart} />
          </Notice>
        )}
        <Clashes parts={parts} desk={desk} knowledge={knowledge} />
        <NextCheck desk={desk} knowledge={knowledge} numbers={numbers} />
        <Plan desk={desk} />
        <Row words>
          <h2>{tell("causes")}</h2>
          <Choice
            label={tell("chances")}
            value={numbers ? "numbers" : "words"}
            options={[
              ["words", tell("in-words")],
              ["numbers", tell("with-numbers")],
            ]}
            onChange={(n) => setNumbers(n === "numbers")}
          />
        </Row>
        {numbers && <Why>{tell("weights-are-in-decibans-10-db-is")}</Why>}
        <div>{shown.map((c) => card(c.code))}</div>
        <Fold summary={tell("less-likely-you-can-confirm-one", { count: others.length })}>
          <div>{others.map((c) => card(c.code))}</div>
        </Fold>
        <OwnCauses desk={desk} />
        <Fold summary={tell("all-findings-to-add-one-or-take")}>
          <Parts codes={parts} desk={desk} knowledge={knowledge} />
        </Fold>
      </section>
      <PlantSoFar without="causes">
        <KnownSoFar desk={desk} knowledge={knowledge} />
      </PlantSoFar>
    </div>
  );
}

/** What earlier steps brought in by themselves. */
function KnownSoFar({ desk, knowledge }: StepProps) {
  const known = desk.server.causes.known.toSorted(
    (a, b) => Number(a.state === "absent") - Number(b.state === "absent"),
  );
  const noted = Object.keys(desk.noted.findings).length;
  return (
    <section data-part="known">
      <h2>{tell("what-this-goes-by")}</h2>
      <p>{noted === 0 ? tell("nothing-noted-in-this-look") : tell("noted-in-this-look", { noted })}</p>
      {known.length > 0 && (
        <>
          <h3>{tell("known-from-earlier-steps")}</h3>
          <ul>
            {known.map((k) => {
              const f = knowledge.findings.find((x) => x.code === k.finding);
              return (
                <li key={k.finding}>
                  {tell(k.state === "absent" ? "not-found" : "found", { finding: f?.name.value })}{" "}
                  <small>
                    <Say of={k.from} />
                  </small>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </section>
  );
}
