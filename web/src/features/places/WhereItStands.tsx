import { Link } from "react-router";
import { ask, client } from "../../lib/api/client";
import { useSend } from "../../lib/send";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/places";
import { usePlant } from "../plant";
import { PlacePick } from "./PlacePick";

/** The place of the plant, taken where it is asked for: its air, and the warmth that eggs hatch by. */
export function WhereItStands() {
  const { plant: p } = usePlant();
  const { send, trouble, wrong } = useSend({});
  const move = (place_id: number | undefined) => {
    const body = { version: p.version, intake: { ...p.intake, place_id } };
    send(() => ask(client.PUT("/api/v1/plants/{id}", { params: { path: { id: p.id } }, body })));
  };
  return (
    <section data-part="where">
      <PlacePick value={p.intake.place_id} error={wrong("intake.place_id")} onChange={move} />
      {!!p.intake.place_id && <Link to="/places">{tell("how-warm-and-humid-it-is-there")}</Link>}
      {trouble && !wrong("intake.place_id") && <Trouble error={trouble} />}
    </section>
  );
}
