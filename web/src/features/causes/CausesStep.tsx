import { useState } from "react";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { Notice } from "../../ui/Notice";
import { Row } from "../../ui/Row";
import { Headline, Why } from "../../ui/Said";
import view from "../../ui/view.module.css";
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
  const name = (code: string) => knowledge.causes.find((c) => c.code === code)?.name ?? code;
  const card = (code: string) => {
    const judged = v.causes.find((c) => c.code === code);
    const cause = knowledge.causes.find((c) => c.code === code);
    if (!judged || !cause) return null;
    return <CauseCard key={code} judged={judged} cause={cause} desk={desk} knowledge={knowledge} numbers={numbers} />;
  };
  return (
    <div className={view.step} data-part="cause">
      <section>
        <Headline>{v.headline}</Headline>
        {v.alarms.length > 0 && (
          <Notice is="alarm">
            {v.alarms.map(name).join(", ")} cannot be ruled out, and it spreads. Keep this plant apart until it is
            settled.
          </Notice>
        )}
        <Clashes parts={parts} desk={desk} knowledge={knowledge} />
        <NextCheck desk={desk} knowledge={knowledge} numbers={numbers} />
        <Plan desk={desk} knowledge={knowledge} />
        <Row words>
          <h2>Causes</h2>
          <Choice
            label="Chances"
            value={numbers ? "numbers" : "words"}
            options={[
              ["words", "In words"],
              ["numbers", "With numbers"],
            ]}
            onChange={(n) => setNumbers(n === "numbers")}
          />
        </Row>
        {numbers && (
          <Why>
            Weights are in decibans: 10 dB is ten times the odds. Each is what that finding does with the others as they
            are. Several signs of one thing count no more than that thing itself.
          </Why>
        )}
        <div>{shown.map((c) => card(c.code))}</div>
        <Fold summary={`Less likely (${others.length}). You can confirm one of these too`}>
          <div>{others.map((c) => card(c.code))}</div>
        </Fold>
        <OwnCauses desk={desk} />
        <Fold summary="All findings, to add one or take one back">
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
      <h2>What this goes by</h2>
      <p>
        {noted === 0
          ? "Nothing noted in this look."
          : `${noted} ${noted === 1 ? "finding" : "findings"} noted in this look.`}
      </p>
      {known.length > 0 && (
        <>
          <h3>Known from earlier steps</h3>
          <ul>
            {known.map((k) => {
              const f = knowledge.findings.find((x) => x.code === k.finding);
              return (
                <li key={k.finding}>
                  {k.state === "absent" && "Not found: "}
                  {f?.name.value} <small>{k.from}</small>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </section>
  );
}
