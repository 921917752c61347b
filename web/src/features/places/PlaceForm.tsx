import { Button } from "antd";
import { useState } from "react";
import { Refused, type PlaceFacts } from "../../lib/api/client";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";

type FormProps = {
  place?: PlaceFacts;
  trouble: Error | null | undefined;
  onSave: (p: PlaceFacts) => void;
  onClose: () => void;
};

/** A place: its name, its usual night and day, its time zone. */
export function PlaceForm({ place, trouble, onSave, onClose }: FormProps) {
  const [p, set] = useState<PlaceFacts>(place ?? { name: "", zone: Intl.DateTimeFormat().resolvedOptions().timeZone });
  const change = (part: Partial<PlaceFacts>) => set({ ...p, ...part });
  const refused = trouble instanceof Refused ? trouble : undefined;
  const wrong = (field: string) => refused?.at(field) ?? refused?.at(`place.${field}`);
  return (
    <form
      data-part="place-form"
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
      <Choice
        label="Light on the leaves"
        value={p.light ?? ""}
        options={[
          ["", "Not noted"],
          ["shade", "Bright shade, no sun"],
          ["bright", "Bright, veiled sun"],
          ["sun", "Some sun"],
        ]}
        onChange={(v) => change({ light: (v || undefined) as PlaceFacts["light"] })}
      />
      <TextLine
        label="Time zone, for logs that do not say theirs"
        value={p.zone ?? ""}
        max={60}
        onChange={(z) => change({ zone: z || undefined })}
        error={wrong("zone")}
      />
      {trouble && !refused?.problem?.faults && <Trouble error={trouble} />}
      <Row>
        <Button type="primary" htmlType="submit">
          Keep it
        </Button>
        <Plain onClick={onClose}>Leave it</Plain>
      </Row>
    </form>
  );
}
