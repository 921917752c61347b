import type { Bulb } from "../../lib/api/client";
import { Choice, Tick } from "../../ui/Choice";
import { Pick } from "../../ui/Pick";
import { tell } from "../../words/division";

type Props = { bulb: Bulb; bulbs: Bulb[]; word: string; onChange: (part: Partial<Bulb>) => void };

/** One bulb: whether a lead grows from it, how it is, which older one it grew from. */
export function EditBulb({ bulb: b, bulbs, word, onChange }: Props) {
  return (
    <section data-part="edit-bulb" aria-label={tell("organ", { word, n: b.n })}>
      <h2>{tell("organ", { word, n: b.n })}</h2>
      <Tick
        label={tell("a-growing-lead-comes-from-it")}
        checked={!!b.lead}
        onChange={(on) => onChange({ lead: on || undefined })}
      />
      <Choice
        label={tell("it-is")}
        value={b.state ?? ""}
        options={[
          ["", tell("not-noted")],
          ["plump", tell("plump")],
          ["shrivelled", tell("shrivelled")],
          ["dead", tell("dead")],
        ]}
        onChange={(s) => onChange({ state: (s || undefined) as Bulb["state"] })}
      />
      {b.n > 1 && (
        <Pick
          label={tell("it-grew-from")}
          value={b.from}
          options={bulbs.filter((x) => x.n < b.n).map((x) => ({ value: x.n, label: tell("organ", { word, n: x.n }) }))}
          onChange={(from) => onChange({ from })}
        />
      )}
    </section>
  );
}
