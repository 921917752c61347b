import { useState } from "react";
import { Refused, type PlaceFacts } from "../../lib/api/client";
import { PlaceFacts as fields } from "../../lib/api/fields";
import { fieldsOf } from "../../lib/form";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { KeepForm } from "../../ui/KeepForm";
import { TextLine } from "../../ui/TextLine";
import { tell } from "../../words/places";

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
  const at = fieldsOf(fields, p, change, (field) =>
    trouble instanceof Refused ? trouble.of("place", field) : undefined,
  );
  return (
    <KeepForm name="place-form" trouble={trouble} onKeep={() => onSave(p)} onLeave={onClose}>
      <TextLine {...at("name")} />
      <Figure {...at("low_c")} usual="–" />
      <Figure {...at("high_c")} usual="–" />
      <Figure {...at("humidity_percent")} usual="–" />
      <Choice
        label={tell("light-on-the-leaves")}
        value={p.light ?? ""}
        options={[
          ["", tell("not-noted")],
          ["shade", tell("bright-shade-no-sun")],
          ["bright", tell("bright-veiled-sun")],
          ["sun", tell("some-sun")],
        ]}
        onChange={(v) => change({ light: (v || undefined) as PlaceFacts["light"] })}
      />
      <TextLine {...at("zone")} onChange={(z) => change({ zone: z || undefined })} />
    </KeepForm>
  );
}
