import view from "../../ui/view.module.css";
import { PlantSoFar } from "../plant";
import { Incidents } from "./Incidents";

/** What broke while the plant was handled, whatever the step. */
export default function BrokeView() {
  return (
    <div className={view.step}>
      <Incidents />
      <PlantSoFar />
    </div>
  );
}
