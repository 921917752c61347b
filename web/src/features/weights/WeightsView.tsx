import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Weigh } from "../../lib/api/client";
import { weighings } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { Choice } from "../../ui/Choice";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { tell } from "../../words/weights";
import { PlantSoFar, usePlant } from "../plant";
import { Weights } from "./Weights";

/** The weights of a plant, bare or in its pot, whatever the step. */
export default function WeightsView() {
  const { plant } = usePlant();
  const list = useQuery(weighings(plant.id));
  const [said, setKind] = useState<Weigh["kind"]>();
  if (list.error && !list.data) return <Trouble error={list.error} again={() => run(list.refetch())} />;
  if (!list.data) return <Waiting />;
  // As it was weighed last; else as it stands.
  const pot = plant.standing?.pot ?? plant.intake.pot;
  const kind = said ?? list.data.at(-1)?.kind ?? (pot === "none" ? "bare" : "pot");
  return (
    <div className={view.step}>
      <section>
        <Choice
          label={tell("what-is-weighed")}
          value={kind}
          options={[
            ["pot", tell("plant-and-pot")],
            ["bare", tell("the-bare-plant")],
          ]}
          onChange={(k) => setKind(k as Weigh["kind"])}
        />
        <Weights key={kind} kind={kind} />
      </section>
      <PlantSoFar />
    </div>
  );
}
