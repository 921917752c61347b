import type { Bulb } from "../api/client";
import { Choice, Tick } from "../parts/Choice";

type Props = { bulb: Bulb; bulbs: Bulb[]; word: string; onChange: (part: Partial<Bulb>) => void };

/** One bulb: whether a lead grows from it, how it is, which older one it grew from. */
export function EditBulb({ bulb: b, bulbs, word, onChange }: Props) {
  return (
    <section className="edit-bulb" aria-label={`${word} ${b.n}`}>
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
        <label>
          <span className="figure-label">It grew from</span>
          <select value={b.from} onChange={(e) => onChange({ from: Number(e.target.value) })}>
            {bulbs
              .filter((x) => x.n < b.n)
              .map((x) => (
                <option key={x.n} value={x.n}>
                  {word} {x.n}
                </option>
              ))}
          </select>
        </label>
      )}
    </section>
  );
}
