import type { Bulb } from "../../lib/api/client";
import { Choice, Tick } from "../../ui/Choice";
import { Pick } from "../../ui/Pick";

type Props = { bulb: Bulb; bulbs: Bulb[]; word: string; onChange: (part: Partial<Bulb>) => void };

/** One bulb: whether a lead grows from it, how it is, which older one it grew from. */
export function EditBulb({ bulb: b, bulbs, word, onChange }: Props) {
  return (
    <section data-part="edit-bulb" aria-label={`${word} ${b.n}`}>
      <h2>
        {word[0]?.toUpperCase()}
        {word.slice(1)} {b.n}
      </h2>
      <Tick
        label="A growing lead comes from it"
        checked={!!b.lead}
        onChange={(on) => onChange({ lead: on || undefined })}
      />
      <Choice
        label="It is"
        value={b.state ?? ""}
        options={[
          ["", "Not noted"],
          ["plump", "Plump"],
          ["shrivelled", "Shrivelled"],
          ["dead", "Dead"],
        ]}
        onChange={(s) => onChange({ state: (s || undefined) as Bulb["state"] })}
      />
      {b.n > 1 && (
        <Pick
          label="It grew from"
          value={b.from}
          options={bulbs.filter((x) => x.n < b.n).map((x) => ({ value: x.n, label: `${word} ${x.n}` }))}
          onChange={(from) => onChange({ from })}
        />
      )}
    </section>
  );
}
