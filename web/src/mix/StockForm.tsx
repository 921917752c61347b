import { Button } from "antd";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Refused, type SolutionKnowledge, type Stock } from "../api/client";
import { houseMedia } from "../api/queries";
import { Choice } from "../parts/Choice";
import { TextLine } from "../parts/TextLine";
import { Figure } from "../parts/Figure";
import { Trouble } from "../parts/Trouble";

type Props = {
  knowledge: SolutionKnowledge;
  stock?: Stock;
  trouble: unknown;
  onSave: (s: Stock) => void;
  onClose: () => void;
};

/** A product, or a component of media, as it stands on the shelf. */
export function StockForm({ knowledge: k, stock, trouble, onSave, onClose }: Props) {
  const [s, set] = useState<Stock>(stock ?? { name: "", product: "peroxide", amount: 0, unit: "mL" });
  const change = (part: Partial<Stock>) => set({ ...s, ...part });
  const media = useQuery(houseMedia).data?.components ?? [];
  const poured = media.some((c) => c.code === s.product);
  const pick = (product: string) =>
    change({ product, unit: media.some((c) => c.code === product) ? "L" : s.unit === "L" ? "mL" : s.unit });
  const refused = trouble instanceof Refused ? trouble : undefined;
  const wrong = (field: string) => refused?.at(field) ?? refused?.at(`stock.${field}`);
  return (
    <form
      className="stock-form"
      onSubmit={(e) => {
        e.preventDefault();
        onSave(s);
      }}
    >
      <TextLine
        label="Name on the bottle"
        value={s.name}
        max={80}
        onChange={(name) => change({ name })}
        error={wrong("name")}
      />
      <label data-field="It is">
        <span className="figure-label">It is</span>
        <select value={s.product} onChange={(e) => pick(e.target.value)}>
          {k.products.map((p) => (
            <option key={p.code} value={p.code}>
              {p.name}
            </option>
          ))}
          <optgroup label="Media">
            {media.map((c) => (
              <option key={c.code} value={c.code}>
                {c.name}
              </option>
            ))}
          </optgroup>
          <option value="other">Something else</option>
        </select>
      </label>
      {!poured && (
        <Figure
          label="Strength"
          unit="%"
          value={s.percent}
          min={0.0001}
          max={100}
          usual="–"
          onChange={(percent) => change({ percent })}
          error={wrong("percent")}
        />
      )}
      <Figure
        label="What is left"
        unit={s.unit}
        value={s.amount}
        min={0}
        max={1_000_000}
        onChange={(n) => change({ amount: n ?? 0 })}
        error={wrong("amount")}
      />
      <Choice
        label="Measured in"
        value={s.unit}
        options={
          poured
            ? [
                ["L", "L"],
                ["mL", "mL"],
              ]
            : [
                ["mL", "mL"],
                ["g", "g"],
              ]
        }
        onChange={(unit) => change({ unit: unit as Stock["unit"] })}
      />
      <TextLine
        label="Good until: a day, a month or a year"
        value={s.expires_on ?? ""}
        max={10}
        onChange={(d) => change({ expires_on: d || undefined })}
        error={wrong("expires_on")}
      />
      {!poured && (
        <Figure
          label="The most its label allows"
          unit="%"
          value={s.label_most_percent}
          min={0.0001}
          max={100}
          usual="–"
          onChange={(n) => change({ label_most_percent: n })}
          error={wrong("label_most_percent")}
        />
      )}
      {s.product === "feed" && (
        <div className="row-of-figures">
          <Figure
            label="N on its label"
            unit="%"
            value={s.n_percent}
            min={0}
            max={100}
            usual="–"
            onChange={(n) => change({ n_percent: n })}
          />
          <Figure
            label="P₂O₅ on its label"
            unit="%"
            value={s.p2o5_percent}
            min={0}
            max={100}
            usual="–"
            onChange={(n) => change({ p2o5_percent: n })}
          />
          <Figure
            label="K₂O on its label"
            unit="%"
            value={s.k2o_percent}
            min={0}
            max={100}
            usual="–"
            onChange={(n) => change({ k2o_percent: n })}
          />
        </div>
      )}
      {trouble !== undefined && !refused?.problem?.faults && <Trouble error={trouble} />}
      <div className="quick">
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
