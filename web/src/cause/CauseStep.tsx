import { useState } from "react";
import { Clashes } from "../look/Clashes";
import { Parts } from "../look/Findings";
import { InspectionStep, type StepProps } from "../look/InspectionStep";
import { Choice } from "../parts/Choice";
import { Fold } from "../parts/Fold";
import { PlantSoFar } from "../plant/PlantSoFar";
import { CauseCard } from "./CauseCard";
import { NextCheck } from "./NextCheck";
import { OwnCauses } from "./OwnCauses";
import { Plan } from "./Plan";
import "./cause.css";

export default function CauseStep() {
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
    <div className="step cause">
      <section>
        <p className="headline" aria-live="polite">
          {v.headline}
        </p>
        {v.alarms.length > 0 && (
          <p className="alarm" role="status">
            {v.alarms.map(name).join(", ")} cannot be ruled out, and it spreads. Keep this plant apart until it is
            settled.
          </p>
        )}
        <Clashes parts={parts} desk={desk} knowledge={knowledge} />
        <NextCheck desk={desk} knowledge={knowledge} numbers={numbers} />
        <Plan desk={desk} knowledge={knowledge} />
        <div className="causes-head">
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
        </div>
        {numbers && (
          <p className="why">
            Weights are in decibans: 10 dB is ten times the odds. Each is what that finding does with the others as they
            are. Several signs of one thing count no more than that thing itself.
          </p>
        )}
        <div className="causes">{shown.map((c) => card(c.code))}</div>
        <Fold className="causes-other" summary={`Less likely (${others.length}). You can confirm one of these too`}>
          <div className="causes">{others.map((c) => card(c.code))}</div>
        </Fold>
        <OwnCauses desk={desk} />
        <Fold className="all-findings" summary="All findings, to add one or take one back">
          <Parts codes={parts} desk={desk} knowledge={knowledge} />
        </Fold>
      </section>
      <PlantSoFar without="cause">
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
    <section className="known">
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
