import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Refused, type SolutionKnowledge, type Stock } from "../../lib/api/client";
import { Stock as fields } from "../../lib/api/fields";
import { houseMedia } from "../../lib/api/queries";
import { fieldsOf } from "../../lib/form";
import { Choice } from "../../ui/Choice";
import { Day } from "../../ui/Day";
import { Figure } from "../../ui/Figure";
import { KeepForm } from "../../ui/KeepForm";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { TextLine } from "../../ui/TextLine";
import { tell } from "../../words/mixing";

type Props = {
  knowledge: SolutionKnowledge;
  stock?: Stock;
  trouble: Error | null;
  onSave: (s: Stock) => void;
  onClose: () => void;
};

const unitsOf = (poured: boolean) =>
  (poured ? (["L", "mL"] as const) : (["mL", "g"] as const)).map((u) => [u, u] as const);

/** A product, or a component of media, as it stands on the shelf. */
export function StockForm({ knowledge: k, stock, trouble, onSave, onClose }: Props) {
  const [s, set] = useState<Stock>(stock ?? { name: "", product: "peroxide", amount: 0, unit: "mL" });
  const change = (part: Partial<Stock>) => set({ ...s, ...part });
  const media = useQuery(houseMedia).data?.components ?? [];
  const isMedium = (product: string) => media.some((c) => c.code === product);
  const poured = isMedium(s.product);
  const pick = (product: string) => change({ product, unit: isMedium(product) ? "L" : s.unit === "L" ? "mL" : s.unit });
  const wrong = (field: string) => (trouble instanceof Refused ? trouble.of("stock", field) : undefined);
  const at = fieldsOf(fields, s, change, wrong);
  return (
    <KeepForm name="stock-form" trouble={trouble} onKeep={() => onSave(s)} onLeave={onClose}>
      <TextLine {...at("name")} />
      <Pick
        label={tell("it-is-2")}
        value={s.product}
        onChange={pick}
        options={[
          ...k.products.map((p) => ({ value: p.code, label: p.name })),
          { label: tell("media"), options: media.map((c) => ({ value: c.code, label: c.name })) },
          { value: "other", label: tell("something-else") },
        ]}
      />
      {!poured && <Figure {...at("percent")} usual="–" />}
      <Figure {...at("amount")} unit={s.unit} onChange={(n) => change({ amount: n ?? 0 })} />
      <Choice
        label={tell("measured-in")}
        value={s.unit}
        options={unitsOf(poured)}
        onChange={(unit) => change({ unit: unit as Stock["unit"] })}
      />
      <Day
        label={tell("good-until")}
        part
        future
        value={s.expires_on ?? ""}
        onChange={(d) => change({ expires_on: d || undefined })}
        error={wrong("expires_on")}
      />
      {!poured && <Figure {...at("label_most_percent")} usual="–" />}
      {s.product === "feed" && (
        <Row>
          <Figure {...at("n_percent")} usual="–" />
          <Figure {...at("p2o5_percent")} usual="–" />
          <Figure {...at("k2o_percent")} usual="–" />
        </Row>
      )}
    </KeepForm>
  );
}
