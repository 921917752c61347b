import { useQuery } from "@tanstack/react-query";
import { Outlet, useOutletContext } from "react-router";
import type { Rehoming } from "../../lib/api/client";
import { rehome } from "../../lib/api/queries";
import { usePerson } from "../../lib/person";
import { run } from "../../lib/run";
import { SubNav } from "../../ui/SubNav";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import { tell } from "../../words/rehome";
import { usePlant } from "../plant";

const parts = [
  [".", tell("rooting")],
  ["pot-or-hold", tell("pot-or-hold")],
  ["pot", tell("pot-and-mix")],
  ["jobs", tell("jobs")],
] as const;

/** Re-establish: will it root in time, pot it or hold it, its house, and the doing of it. */
export default function RehomeStep() {
  const context = usePlant();
  return (
    <>
      <SubNav label={tell("re-home")} to={parts} />
      <Outlet context={context} />
    </>
  );
}

/** What leads the plant to its new home, once it has come. */
export function AtHome({ children }: { children: (r: Rehoming) => React.ReactNode }) {
  const { plant } = useOutletContext<ReturnType<typeof usePlant>>();
  const [person] = usePerson();
  const asked = useQuery(rehome(plant.id, person));
  if (asked.error && !asked.data) return <Trouble error={asked.error} again={() => run(asked.refetch())} />;
  if (!asked.data) return <Waiting />;
  return children(asked.data);
}
