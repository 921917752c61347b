import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Refused, type SolutionKnowledge, type Stock } from "../../lib/api/client";
import { houseMedia } from "../../lib/api/queries";
import { Choice } from "../../ui/Choice";
import { Day } from "../../ui/Day";
import { Figure } from "../../ui/Figure";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";

type Props = {
  knowledge: SolutionKnowledge;
  stock?: Stock;
  trouble: Error | null;
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
      data-part="stock-form"
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
      <Pick
        label="It is"
        value={s.product}
        onChange={pick}
        options={[
          ...k.products.map((p) => ({ value: p.code, label: p.name })),
          { label: "Media", options: media.map((c) => ({ value: c.code, label: c.name })) },
          { value: "other", label: "Something else" },
        ]}
      />
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
      <Day
        label="Good until"
        part
        future
        value={s.expires_on ?? ""}
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
        <Row>
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
        </Row>
      )}
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
