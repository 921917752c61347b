import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, Refused, type PlaceFacts } from "../api/client";
import { places } from "../api/queries";
import { TextLine } from "../parts/TextLine";
import { Figure } from "../parts/Figure";
import { Trouble } from "../parts/Trouble";
import { PlaceCard } from "./PlaceCard";
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

type FormProps = { place?: PlaceFacts; trouble: unknown; onSave: (p: PlaceFacts) => void; onClose: () => void };

/** A place: its name, its usual night and day, its time zone. */
export function PlaceForm({ place, trouble, onSave, onClose }: FormProps) {
  const [p, set] = useState<PlaceFacts>(place ?? { name: "", zone: Intl.DateTimeFormat().resolvedOptions().timeZone });
  const change = (part: Partial<PlaceFacts>) => set({ ...p, ...part });
  const refused = trouble instanceof Refused ? trouble : undefined;
  const wrong = (field: string) => refused?.at(field) ?? refused?.at(`place.${field}`);
  return (
    <form
      className="place-form"
      onSubmit={(e) => {
        e.preventDefault();
        onSave(p);
      }}
    >
      <TextLine
        label="Name of the place"
        value={p.name}
        max={80}
        onChange={(name) => change({ name })}
        error={wrong("name")}
      />
      <Figure
        label="A usual night"
        unit="°C"
        value={p.low_c}
        min={-30}
        max={60}
        usual="–"
        onChange={(low_c) => change({ low_c })}
        error={wrong("low_c")}
      />
      <Figure
        label="A usual day"
        unit="°C"
        value={p.high_c}
        min={-30}
        max={60}
        usual="–"
        onChange={(high_c) => change({ high_c })}
        error={wrong("high_c")}
      />
      <Figure
        label="Usual humidity"
        unit="%"
        value={p.humidity_percent}
        min={5}
        max={100}
        usual="–"
        onChange={(humidity_percent) => change({ humidity_percent })}
        error={wrong("humidity_percent")}
      />
      <label>
        <span className="figure-label">Light on the leaves</span>
        <select
          value={p.light ?? ""}
          onChange={(e) => change({ light: (e.target.value || undefined) as PlaceFacts["light"] })}
        >
          <option value="">not noted</option>
          <option value="shade">Bright shade, no sun</option>
          <option value="bright">Bright, veiled sun</option>
          <option value="sun">Some sun</option>
        </select>
      </label>
      <TextLine
        label="Time zone, for logs that do not say theirs"
        value={p.zone ?? ""}
        max={60}
        onChange={(z) => change({ zone: z || undefined })}
        error={wrong("zone")}
      />
      {trouble !== undefined && !refused?.problem?.faults && <Trouble error={trouble} />}
      <div className="place-do">
        <Button type="primary" htmlType="submit">
          Keep it
        </Button>
        <button type="button" className="plain" onClick={onClose}>
          Leave it
        </button>
      </div>
    </form>
  );
}
