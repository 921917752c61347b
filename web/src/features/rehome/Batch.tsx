import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { batch } from "../../lib/api/queries";
import { labelOf } from "../../lib/papers";
import { Why } from "../../ui/Said";
import { tell } from "../../words/rehome";
import { Wants } from "./Wants";
import { litres } from "./planning";

/** All pots of tonight, their mixes added up against the shelf. */
export function Batch() {
  const b = useQuery(batch).data;
  if (!b || b.plants.length === 0) return <Why>{tell("no-pot-is-in-tonights-batch-yet")}</Why>;
  return (
    <div data-part="batch">
      <ol>
        {b.plants.map((p) => (
          <li key={p.id}>
            <Link to={`/plants/${p.id}/rehome/pot`}>{p.tag}</Link>, {p.mix}, {litres(p.medium_l)}
            {p.apart && <> {tell("kept-apart-last")}</>}
          </li>
        ))}
      </ol>
      <p>
        <b>
          {b.short === 0
            ? tell("there-is-enough-of-everything")
            : b.short === 1
              ? tell("one-component-is-short")
              : tell("components-are-short", { short: b.short })}
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
          {tell("all-their-labels-on-a-sheet-pdf")}
        </a>
      </p>
    </div>
  );
}
