import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Action } from "../api/client";
import { causeKnowledge, cautions, inspection } from "../api/queries";
import { Marked } from "../marks/Mark";
import { usePlant } from "../plant/PlantPage";

/** What the causes ask for at a step, and the cautions that go with it. */
export function useAskedAt(at: Action["at"]) {
  const { plant } = usePlant();
  const id = plant.looked?.inspection_id;
  const plan = useQuery({ ...inspection(id ?? 0), enabled: !!id }).data?.causes.plan ?? [];
  const actions = (useQuery(causeKnowledge).data?.actions ?? []).filter((a) => a.at === at && plan.includes(a.code));
  const care = (useQuery(cautions).data ?? []).filter((c) => actions.some((a) => a.cautions?.includes(c.code)));
  return { actions, care };
}

/** What the causes ask for, beside the causes themselves. */
export function FromCauses({ actions }: { actions: Action[] }) {
  const { plant } = usePlant();
  if (actions.length === 0) return null;
  return (
    <section className="from-causes" aria-label="What the causes ask for">
      <h2>
        By the causes <Link to="../cause">{plant.looked?.cause}</Link>
      </h2>
      <ul>
        {actions.map((a) => (
          <li key={a.code}>
            <Marked text={a.words} />
          </li>
        ))}
      </ul>
    </section>
  );
}
