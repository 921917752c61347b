import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Weigh } from "../../lib/api/client";
import { run } from "../../lib/run";
import { Choice } from "../../ui/Choice";
import view from "../../ui/view.module.css";
import { PlantSoFar, usePlant } from "../plant";
import { Weights } from "./Weights";

/** The weights of a plant, bare or in its pot, whatever the step. */
export default function WeightsView() {
  const { plant } = usePlant();
  const cache = useQueryClient();
  const pot = plant.standing?.pot ?? plant.intake.pot;
  const [kind, setKind] = useState<Weigh["kind"]>(pot === "none" ? "bare" : "pot");
  return (
    <div className={view.step}>
      <section>
        <Choice
          label="What is weighed"
          value={kind}
          options={[
            ["pot", "Plant and pot"],
            ["bare", "The bare plant"],
          ]}
          onChange={(k) => setKind(k as Weigh["kind"])}
        />
        <Weights
          key={kind}
          kind={kind}
          onKept={() => run(cache.invalidateQueries({ queryKey: ["plant", plant.id] }))}
        />
      </section>
      <PlantSoFar />
    </div>
  );
}
