import { Input } from "antd";
import type { Decision } from "../../lib/api/client";
import { Decision as fields } from "../../lib/api/fields";
import { Choice } from "../../ui/Choice";

type Known = Pick<Decision, "turned_out" | "note">;
type Props = { name: string; of: Known; onChange: (part: Known) => void };

/** Why the user says so, and later whether that was right. */
export function Outcome({ name, of, onChange }: Props) {
  return (
    <>
      <label>
        <span>Why you say so</span>
        <Input
          aria-label={`${name}: why you say so`}
          value={of.note}
          maxLength={fields.note.max}
          onChange={(e) => onChange({ note: e.target.value || undefined })}
        />
      </label>
      <Choice
        label="What turned out later"
        value={of.turned_out ?? ""}
        options={[
          ["", "Not known yet"],
          ["right", "That was right"],
          ["wrong", "That was wrong"],
        ]}
        onChange={(v) => onChange({ turned_out: (v || undefined) as Known["turned_out"] })}
      />
    </>
  );
}
