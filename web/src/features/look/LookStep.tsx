import { Input } from "antd";
import { Inspection } from "../../lib/api/fields";
import { flowerings, type Words } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Row } from "../../ui/Row";
import view from "../../ui/view.module.css";
import { tell } from "../../words/look";
import { PlantSoFar, usePlant } from "../plant";
import { Clashes } from "./Clashes";
import { First, Parts } from "./Findings";
import { InspectionStep, type StepProps } from "./InspectionStep";
import { LeafMemory } from "./LeafMemory";
import { LookAnswer, LookWhy } from "./LookVerdict";
import { SpikeOrRoot } from "./SpikeOrRoot";

/** The parts in the order in which the eye travels. */
const eye = ["leaves", "bulbs", "growth", "pot", "surface", "smell", "care"];

const growths: Words = [
  ["", tell("not-noted")],
  ["new-roots", tell("new-roots-show")],
  ["growing", tell("a-new-growth-has-begun")],
  ["maturing", tell("a-new-growth-is-half-grown-or")],
  ["idle", tell("no-new-growth-shows")],
  ["resting", tell("at-rest")],
];

const seasonWords: Record<string, string> = { warm: tell("warm-season"), cool: tell("cool-season") };

export default function LookStep() {
  return <InspectionStep step={Look} />;
}

/** Look before touching: signs, what the plant is doing, and what that comes to. */
function Look({ desk, knowledge }: StepProps) {
  const { plant } = usePlant();
  const { noted, note, server, wrong } = desk;
  const atIntake = flowerings.find(([code]) => code === plant.intake.flowering)?.[1];
  return (
    <div className={view.step} data-part="look">
      <section>
        <LookAnswer desk={desk} />
        <First desk={desk} knowledge={knowledge} />
        <Clashes parts={eye} desk={desk} knowledge={knowledge} />
        <Row>
          <Choice
            label={tell("what-it-is-doing")}
            value={noted.growth ?? ""}
            options={growths}
            onChange={(v) => note({ growth: (v || undefined) as typeof noted.growth })}
          />
          <Choice
            label={tell("flowers")}
            value={noted.flowering ?? ""}
            options={[["", atIntake ? tell("as-at-intake", { atIntake }) : tell("not-noted")], ...flowerings]}
            onChange={(v) => note({ flowering: (v || undefined) as typeof noted.flowering })}
          />
        </Row>
        <SpikeOrRoot desk={desk} />
        <Parts codes={eye} desk={desk} knowledge={knowledge} folded />
        <Row>
          <h2>{tell("its-place-and-its-leaves")}</h2>
          <Figure
            {...Inspection.night_low_c}
            value={noted.night_low_c ?? undefined}
            error={wrong("night_low_c")}
            onChange={(v) => note({ night_low_c: v })}
          />
          <Figure
            {...Inspection.day_high_c}
            value={noted.day_high_c ?? undefined}
            error={wrong("day_high_c")}
            onChange={(v) => note({ day_high_c: v })}
          />
          <Choice
            label={tell("season")}
            value={noted.season ?? ""}
            options={[
              [
                "",
                noted.season
                  ? tell("by-the-calendar")
                  : tell("by-the-calendar-2", { seasonWords: seasonWords[server.season] ?? "" }),
              ],
              ["warm", tell("warm-season-2")],
              ["cool", tell("cool-season-2")],
            ]}
            onChange={(v) => note({ season: (v || undefined) as typeof noted.season })}
          />
          <LeafMemory desk={desk} />
          <label>
            <span>{tell("notes")}</span>
            <Input.TextArea
              rows={3}
              maxLength={Inspection.notes.max}
              value={noted.notes}
              onChange={(e) => note({ notes: e.target.value || undefined })}
            />
          </label>
        </Row>
      </section>
      <PlantSoFar without="look">
        <LookWhy desk={desk} knowledge={knowledge} />
      </PlantSoFar>
    </div>
  );
}
