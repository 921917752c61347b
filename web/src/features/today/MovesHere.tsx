import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { moves } from "../../lib/api/queries";
import { Lead, Why } from "../../ui/Said";
import { SayAll } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/today";

/** The changes of place that would help most: at most two, one a plant. */
export function MovesHere() {
  const m = useQuery(moves).data;
  if (!m || m.places < 2) return null;
  if (m.moves.length === 0) return <Lead>{tell("no-plant-would-clearly-be-better")}</Lead>;
  return (
    <section data-part="moves" aria-label={tell("where-in-this-house")}>
      <h2>{tell("better-off-elsewhere")}</h2>
      <ul className={view.rows}>
        {m.moves.map((v) => (
          <li key={v.plant_id} className={view.ruled} data-tone="green">
            <Tell
              of="from-to"
              with={{
                plant: <Link to={`/plants/${v.plant_id}`}>{v.tag}</Link>,
                from: v.from,
                home: <b>{v.to}</b>,
                sayAll: <SayAll of={v.here.map((x) => x.words)} />,
                count: v.there.length > 0 && (
                  <>
                    {" "}
                    <Tell of="there" with={{ words: <SayAll of={v.there.map((x) => x.words)} /> }} />
                  </>
                ),
              }}
            />
          </li>
        ))}
      </ul>
      <Why>{tell("one-change-at-a-time-a-plant")}</Why>
    </section>
  );
}
