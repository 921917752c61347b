import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { ask, client } from "../../lib/api/client";
import { places } from "../../lib/api/queries";
import { useSend } from "../../lib/send";
import { Pick } from "../../ui/Pick";
import { Trouble } from "../../ui/Trouble";
import { usePlant } from "../plant";

/** The place of the plant: its temperatures are what the eggs hatch by. */
export function WhereItStands() {
  const { plant } = usePlant();
  const cache = useQueryClient();
  const list = useQuery(places).data ?? [];
  const { send, trouble } = useSend({
    after: async () => {
      await cache.invalidateQueries({ queryKey: ["plant", plant.id] });
      await cache.invalidateQueries({ queryKey: ["places"] });
    },
  });
  const move = (place_id: number) => {
    const body = { version: plant.version, intake: { ...plant.intake, place_id: place_id || undefined } };
    send(() => ask(client.PUT("/api/v1/plants/{id}", { params: { path: { id: plant.id } }, body })));
  };
  return (
    <section>
      <Pick
        label="Where it stands"
        value={plant.intake.place_id ?? 0}
        options={[{ value: 0, label: "Not noted" }, ...list.map((p) => ({ value: p.id, label: p.place.name }))]}
        onChange={move}
      />
      <Link to="/places">Places and their temperatures</Link>
      {trouble && <Trouble error={trouble} />}
    </section>
  );
}
