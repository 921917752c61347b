import { Outlet } from "react-router";
import { SubNav } from "../../ui/SubNav";
import { tell } from "../../words/cleaning";
import { usePlant } from "../plant";

const parts = [
  [".", tell("plan")],
  ["pests", tell("pests")],
  ["division", tell("divide")],
] as const;

/** Clean and treat: the plan, the rounds against pests, and dividing. */
export default function CleaningStep() {
  const context = usePlant();
  return (
    <>
      <SubNav label={tell("clean")} to={parts} />
      <Outlet context={context} />
    </>
  );
}
