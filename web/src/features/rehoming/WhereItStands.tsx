import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { ask, client, Refused } from "../../lib/api/client";
import { Trouble } from "../../ui/Trouble";
import { PlacePick } from "../places";
import { usePlant } from "../plant";

/** Its air is not known: the place is taken where it is asked for. */
export function WhereItStands() {
  const { plant: p } = usePlant();
  const cache = useQueryClient();
  const place = useMutation({
    mutationFn: (place_id: number | undefined) =>
      ask(
        client.PUT("/api/v1/plants/{id}", {
          params: { path: { id: p.id } },
          body: { version: p.version, intake: { ...p.intake, place_id } },
        }),
      ),
    onSettled: () => cache.invalidateQueries({ predicate: (q) => ["plants", "plant"].includes(String(q.queryKey[0])) }),
  });
  const wrong = place.error instanceof Refused ? place.error.at("intake.place_id") : undefined;
  return (
    <section data-part="where">
      <PlacePick value={p.intake.place_id} error={wrong} onChange={(id) => place.mutate(id)} />
      {place.error && !wrong && <Trouble error={place.error} />}
      {!!p.intake.place_id && (
        <p>
          <Link to="/places">Say how humid it is there</Link>
        </p>
      )}
    </section>
  );
}
