import { Outlet } from "react-router";
import { SubNav } from "../../ui/SubNav";
import { usePlant } from "../plant";

const parts = [
  [".", "Plan"],
  ["rounds", "Rounds"],
  ["divide", "Divide"],
] as const;

/** Clean and treat: the plan, the rounds against pests, and dividing. */
export default function CleanStep() {
  const context = usePlant();
  return (
    <>
      <SubNav label="Clean" to={parts} />
      <Outlet context={context} />
    </>
  );
}
