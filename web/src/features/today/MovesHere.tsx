import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { moves } from "../../lib/api/queries";
import { Lead, Why } from "../../ui/Said";
import view from "../../ui/view.module.css";

/** The changes of place that would help most: at most two, one a plant. */
export function MovesHere() {
  const m = useQuery(moves).data;
  if (!m || m.places < 2) return null;
  if (m.moves.length === 0) return <Lead>No plant would clearly be better off elsewhere in this house.</Lead>;
  return (
    <section data-part="moves" aria-label="Where in this house">
      <h2>Better off elsewhere</h2>
      <ul className={view.rows}>
        {m.moves.map((v) => (
          <li key={v.plant_id} className={view.ruled} data-tone="green">
            <Link to={`/plants/${v.plant_id}`}>{v.tag}</Link>: from {v.from} to <b>{v.to}</b>.{" "}
            {v.here.map((x) => x.words).join(" ")}
            {v.there.length > 0 && ` There: ${v.there.map((x) => x.words).join(" ")}`}
          </li>
        ))}
      </ul>
      <Why>One change at a time: a plant that was moved in the last two weeks stays.</Why>
    </section>
  );
}
