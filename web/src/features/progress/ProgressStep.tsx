import { useQuery } from "@tanstack/react-query";
import { useSearchParams } from "react-router";
import { progress } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Exposure } from "../contagion";
import { Foretold } from "../forecast";
import { PlantSoFar, usePlant } from "../plant";
import { Ending } from "./Ending";
import { Family } from "./Family";
import { Fares } from "./Fares";
import { Followed } from "./Followed";
import { LookBacks } from "./LookBacks";
import { ThenAndNow } from "./ThenAndNow";
import { Weeks } from "./Weeks";

/** Whether it is winning: its stage and signs, its roots as they grew, and all its measures over the weeks. */
export default function ProgressStep() {
  const { plant } = usePlant();
  const [search, setSearch] = useSearchParams();
  const [from, to] = [search.get("from") ?? undefined, search.get("to") ?? undefined];
  const found = useQuery({ ...progress(plant.id, from, to), placeholderData: (before) => before });
  const p = found.data;
  if (!p) return found.error ? <Trouble error={found.error} again={() => run(found.refetch())} /> : <Waiting />;
  return (
    <div className={view.step}>
      <section data-part="progress">
        {found.error && <Trouble error={found.error} again={() => run(found.refetch())} />}
        <Fares p={p} />
        <LookBacks p={p} />
        <ThenAndNow
          p={p}
          onChoose={(days) => setSearch((now) => ({ ...Object.fromEntries(now), ...days }), { replace: true })}
        />
        <Followed p={p} />
        <Weeks p={p} tag={plant.intake.tag} />
        <Exposure plantID={plant.id} open={plant.suspect || !!plant.intake.kept_apart} />
        <Foretold p={p} />
        <Family p={p} />
        <Ending key={p.closed.version} p={p} />
      </section>
      <PlantSoFar />
    </div>
  );
}
