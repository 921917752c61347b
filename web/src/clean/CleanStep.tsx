import { Outlet } from "react-router";
import { SubNav } from "../parts/SubNav";
import { usePlant } from "../plant/PlantPage";
import "./clean.css";

const parts = [
  [".", "Plan"],
  ["rounds", "Rounds"],
  ["divide", "Divide"],
  ["sheet", "Case sheet"],
] as const;

/** Clean and treat: the plan, the rounds against pests, dividing, and the case so far on paper. */
export default function CleanStep() {
  const context = usePlant();
  return (
    <>
      <SubNav label="Clean" to={parts} />
      <Outlet context={context} />
    </>
  );
}
