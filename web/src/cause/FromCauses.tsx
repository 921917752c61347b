import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { causeKnowledge, cautions, inspection } from "../api/queries";
import { Mark } from "../marks/Mark";
import { Cautions } from "../parts/Cautions";
import { usePlant } from "../plant/PlantPage";

type Props = {
  at: "clean" | "re-home" | "aftercare";
  /** Cautions that the step shows already. */
  shown: string[];
};

/** What the causes ask for at the step at hand, with the cautions for it. */
export function FromCauses({ at, shown }: Props) {
  const { plant } = usePlant();
  const id = plant.looked?.inspection_id;
  const plan = useQuery({ ...inspection(id ?? 0), enabled: !!id }).data?.causes.plan ?? [];
  const actions = (useQuery(causeKnowledge).data?.actions ?? []).filter((a) => a.at === at && plan.includes(a.code));
  const all = useQuery(cautions).data ?? [];
  if (actions.length === 0) return null;
  const care = all.filter((c) => !shown.includes(c.code) && actions.some((a) => a.cautions?.includes(c.code)));
  return (
    <section className="from-causes" aria-label="What the causes ask for">
      <h2>
        By the causes <Link to="../cause">{plant.looked?.cause}</Link>
      </h2>
      <ul>
        {actions.map((a) => (
          <li key={a.code}>
            {a.words.value} <Mark from={a.words} />
          </li>
        ))}
      </ul>
      <Cautions cautions={care} />
    </section>
  );
}
