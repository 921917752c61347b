import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { batch } from "../../lib/api/queries";
import { labelOf } from "../../lib/papers";
import { Why } from "../../ui/Said";
import { Wants } from "./Wants";
import { litres } from "./planning";

/** All pots of tonight, their mixes added up against the shelf. */
export function Batch() {
  const b = useQuery(batch).data;
  if (!b || b.plants.length === 0) return <Why>No pot is in tonight’s batch yet.</Why>;
  return (
    <div data-part="batch">
      <ol>
        {b.plants.map((p) => (
          <li key={p.id}>
            <Link to={`/plants/${p.id}/rehome/pot`}>{p.tag}</Link>, {p.mix.toLowerCase()}, {litres(p.medium_l)}
            {p.apart && " (kept apart: last)"}
          </li>
        ))}
      </ol>
      <p>
        <b>
          {b.short === 0
            ? "There is enough of everything."
            : b.short === 1
              ? "One component is short."
              : `${b.short} components are short.`}
        </b>
      </p>
      <Wants list={b.need} />
      <p>
        <a
          href={labelOf(
            b.plants.map((p) => p.id),
            true,
          )}
          target="_blank"
          rel="noreferrer"
        >
          All their labels on a sheet, PDF
        </a>
      </p>
    </div>
  );
}
