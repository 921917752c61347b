import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { ask, client } from "../api/client";
import { places } from "../api/queries";
import { Trouble } from "../parts/Trouble";
import { usePlant } from "../plant/PlantPage";
import { run } from "../parts/run";

/** The place of the plant: its temperatures are what the eggs hatch by. */
export function WhereItStands() {
  const { plant } = usePlant();
  const cache = useQueryClient();
  const list = useQuery(places).data ?? [];
  const [trouble, setTrouble] = useState<unknown>();
  const move = async (place_id: number) => {
    const body = { version: plant.version, intake: { ...plant.intake, place_id: place_id || undefined } };
    try {
      await ask(client.PUT("/api/v1/plants/{id}", { params: { path: { id: plant.id } }, body }));
      setTrouble(undefined);
    } catch (e) {
      setTrouble(e);
    }
    await cache.invalidateQueries({ queryKey: ["plant", plant.id] });
    await cache.invalidateQueries({ queryKey: ["places"] });
  };
  return (
    <section className="stands" data-field="Where it stands">
      <h2>Where it stands</h2>
      <select
        aria-label="Where it stands"
        value={plant.intake.place_id ?? 0}
        onChange={(e) => run(move(Number(e.target.value)))}
      >
        <option value={0}>Not noted</option>
        {list.map((p) => (
          <option key={p.id} value={p.id}>
            {p.place.name}
          </option>
        ))}
      </select>{" "}
      <Link to="/places">Places and their temperatures</Link>
      {trouble !== undefined && <Trouble error={trouble} />}
    </section>
  );
}
