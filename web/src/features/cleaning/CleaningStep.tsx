import { Outlet } from "react-router";
import { SubNav } from "../../ui/SubNav";
import { usePlant } from "../plant";

const parts = [
  [".", "Plan"],
  ["pests", "Pests"],
  ["division", "Divide"],
] as const;

/** Clean and treat: the plan, the rounds against pests, and dividing. */
export default function CleaningStep() {
  const context = usePlant();
  return (
    <>
      <SubNav label="Clean" to={parts} />
      <Outlet context={context} />
    </>
  );
}
