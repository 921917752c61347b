import { Button } from "antd";
import { useState } from "react";
import { Refused, type PlaceFacts } from "../api/client";
import { Figure } from "../parts/Figure";
import { TextLine } from "../parts/TextLine";
import { Trouble } from "../parts/Trouble";

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
