import { useQuery } from "@tanstack/react-query";
import { Spin } from "antd";
import { Outlet, useOutletContext } from "react-router";
import type { Rehoming } from "../api/client";
import { home } from "../api/queries";
import { usePerson } from "../parts/person";
import { SubNav } from "../parts/SubNav";
import { Trouble } from "../parts/Trouble";
import { usePlant } from "../plant/PlantPage";
import "./home.css";
import { run } from "../parts/run";

const parts = [
  [".", "Race"],
  ["decide", "Pot or hold"],
  ["house", "House it"],
  ["do", "Do it"],
] as const;

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

/** What leads the plant to its new home, once it has come. */
export function AtHome({ children }: { children: (r: Rehoming) => React.ReactNode }) {
  const { plant } = useOutletContext<ReturnType<typeof usePlant>>();
  const [person] = usePerson();
  const asked = useQuery(home(plant.id, person));
  if (asked.error && !asked.data) return <Trouble error={asked.error} again={() => run(asked.refetch())} />;
  if (!asked.data) return <Spin className="waiting" size="large" />;
  return children(asked.data);
}
