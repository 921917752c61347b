import { Input } from "antd";
import type { Decision } from "../../lib/api/client";
import { Decision as fields } from "../../lib/api/fields";
import { Choice } from "../../ui/Choice";
import { tell } from "../../words/causes";

type Known = Pick<Decision, "turned_out" | "note">;
type Props = { name: string; of: Known; onChange: (part: Known) => void };

/** Why the user says so, and later whether that was right. */
export function Outcome({ name, of, onChange }: Props) {
  return (
    <>
      <label>
        <span>{tell("why-you-say-so")}</span>
        <Input
          aria-label={tell("why-you-say-so-2", { name })}
          value={of.note}
          maxLength={fields.note.max}
          onChange={(e) => onChange({ note: e.target.value || undefined })}
        />
      </label>
      <Choice
        label={tell("what-turned-out-later")}
        value={of.turned_out ?? ""}
        options={[
          ["", tell("not-known-yet")],
          ["right", tell("that-was-right")],
          ["wrong", tell("that-was-wrong")],
        ]}
        onChange={(v) => onChange({ turned_out: (v || undefined) as Known["turned_out"] })}
      />
    </>
  );
}
