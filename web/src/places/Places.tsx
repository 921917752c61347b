import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, type PlaceFacts } from "../api/client";
import { places } from "../api/queries";
import { Trouble } from "../parts/Trouble";
import { PlaceCard } from "./PlaceCard";
import { PlaceForm } from "./PlaceForm";
import "./places.css";
import { run } from "../parts/run";

/** Where plants stand, and how warm it is there. */
export default function Places() {
  const list = useQuery(places);
  const cache = useQueryClient();
  const [adding, setAdding] = useState(false);
  const [trouble, setTrouble] = useState<unknown>();
  const add = async (place: PlaceFacts) => {
    try {
      await ask(client.POST("/api/v1/places", { body: place }));
      setAdding(false);
      setTrouble(undefined);
      await cache.invalidateQueries({ queryKey: ["places"] });
    } catch (e) {
      setTrouble(e);
    }
  };
  return (
    <main className="sheet places">
      <h1>Places</h1>
      <p className="lead">
        How warm and humid it is where plants stand. Pests hatch by it and bare plants dry out by it: first by a usual
        night and day, then by what was in fact measured.
      </p>
      {list.error && <Trouble error={list.error} again={() => run(list.refetch())} />}
      {list.data?.map((p) => (
        <PlaceCard key={p.id} place={p} />
      ))}
      {adding ? (
        <PlaceForm trouble={trouble} onSave={(p) => run(add(p))} onClose={() => setAdding(false)} />
      ) : (
        <Button type="primary" onClick={() => setAdding(true)}>
          New place
        </Button>
      )}
    </main>
  );
}
