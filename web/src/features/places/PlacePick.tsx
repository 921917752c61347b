import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type PlaceFacts } from "../../lib/api/client";
import { places } from "../../lib/api/queries";
import { followed } from "../../lib/changed";
import { useKeeper } from "../../lib/person";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { tell } from "../../words/places";
import { PlaceForm } from "./PlaceForm";

type Props = { value: number | undefined; error?: string; onChange: (id: number | undefined) => void };

/** Where it stands, with a new place made on the spot. */
export function PlacePick({ value, error, onChange }: Props) {
  const list = useQuery(places).data ?? [];
  const keeper = useKeeper();
  const [adding, setAdding] = useState(false);
  const add = useMutation({
    mutationFn: (place: PlaceFacts) => ask(client.POST("/api/v1/places", { body: place })),
    onSuccess: async (place) => {
      await followed();
      setAdding(false);
      onChange(place.id);
    },
  });
  return (
    <>
      <Row>
        <Pick
          label={tell("where-it-stands")}
          value={value ?? 0}
          error={error}
          options={[{ value: 0, label: tell("not-noted") }, ...list.map((p) => ({ value: p.id, label: p.place.name }))]}
          onChange={(id) => onChange(id || undefined)}
        />
        {!adding && keeper && <Plain onClick={() => setAdding(true)}>{tell("a-new-place")}</Plain>}
      </Row>
      {adding && (
        <PlaceForm trouble={add.error ?? undefined} onSave={(p) => add.mutate(p)} onClose={() => setAdding(false)} />
      )}
    </>
  );
}
