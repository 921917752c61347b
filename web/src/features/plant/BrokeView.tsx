import view from "../../ui/view.module.css";
import { Incidents } from "./Incidents";
import { PlantSoFar } from "./PlantSoFar";

/** What broke while the plant was handled, whatever the step. */
export default function BrokeView() {
  return (
    <div className={view.step}>
      <Incidents />
      <PlantSoFar />
    </div>
  );
}
