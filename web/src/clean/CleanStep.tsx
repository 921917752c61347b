import { NavLink, Outlet } from "react-router";
import { usePlant } from "../plant/PlantPage";
import "./clean.css";

/** Clean and treat: the plan, the rounds against pests, dividing, and the case so far on paper. */
export default function CleanStep() {
  const context = usePlant();
  return (
    <>
      <nav className="clean-nav" aria-label="Clean">
        <NavLink to="." end>
          Plan
        </NavLink>
        <NavLink to="rounds">Rounds</NavLink>
        <NavLink to="divide">Divide</NavLink>
        <NavLink to="sheet">Case sheet</NavLink>
      </nav>
      <Outlet context={context} />
    </>
  );
}
