import { Outlet } from "react-router";
import { SubNav } from "../parts/SubNav";
import { usePlant } from "../plant/PlantPage";

const parts = [[".", "Race"]] as const;

/** Re-establish: will it root in time, pot it or hold it, its house, and the doing of it. */
export default function HomeStep() {
  const context = usePlant();
  return (
    <>
      <SubNav label="Re-home" to={parts} />
      <Outlet context={context} />
    </>
  );
}
