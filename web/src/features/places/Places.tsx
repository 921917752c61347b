import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, type PlaceFacts } from "../../lib/api/client";
import { places } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { KeepersOnly } from "../../ui/KeepersOnly";
import { Lead } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { tell } from "../../words/places";
import { MovesHere } from "../today";
import { PlaceCard } from "./PlaceCard";
import { PlaceForm } from "./PlaceForm";

/** Where plants stand, and how warm it is there. */
export default function Places() {
  const list = useQuery(places);
  const [adding, setAdding] = useState(false);
  const adds = useSend({
    then: () => setAdding(false),
  });
  const add = (place: PlaceFacts) => adds.send(() => ask(client.POST("/api/v1/places", { body: place })));
  return (
    <main className={view.sheet}>
      <h1>{tell("places")}</h1>
      <Lead>{tell("how-warm-and-humid-it-is-where")}</Lead>
      {list.error && <Trouble error={list.error} again={() => run(list.refetch())} />}
      <MovesHere />
      {list.data?.map((p) => (
        <PlaceCard key={p.id} place={p} />
      ))}
      <KeepersOnly words={tell("places-are-noted-by-a-keeper")}>
        {adding ? (
          <PlaceForm trouble={adds.trouble} onSave={add} onClose={() => setAdding(false)} />
        ) : (
          <Button type="primary" onClick={() => setAdding(true)}>
            {tell("new-place")}
          </Button>
        )}
      </KeepersOnly>
    </main>
  );
}
