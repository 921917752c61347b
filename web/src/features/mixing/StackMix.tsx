import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, type OnShelf } from "../../lib/api/client";
import { shelf } from "../../lib/api/queries";
import { figure } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Rows } from "../../ui/Rows";
import { Lead, Headline, Why } from "../../ui/Said";
import { Aside } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Beside } from "./Measured";
import css from "./mixing.module.css";
import { scales, type Scale } from "./scales";
import { useWorked, type BenchProps } from "./useWorked";

type Dose = { key: number; name: string; adds?: number; wanted?: number };

/** Several products on a base water, each to what the meter should read after it. */
export function StackMix({ knowledge: k, tools }: BenchProps) {
  const calibrated = useQuery(shelf).data?.filter((s) => s.stock.adds) ?? [];
  const [scale, setScale] = useState<Scale>("ppm500");
  const [base, setBase] = useState<number | undefined>(40);
  const [litres, setLitres] = useState<number | undefined>(5);
  const [doses, setDoses] = useState<Dose[]>([
    { key: 1, name: "Seaweed tonic", wanted: 25 },
    { key: 2, name: "Calcium and magnesium", wanted: 25 },
  ]);
  const change = (key: number, part: Partial<Dose>) =>
    setDoses(doses.map((d) => (d.key === key ? { ...d, ...part } : d)));
  const take = (d: Dose, s: OnShelf) => {
    change(d.key, { name: s.stock.name, adds: s.stock.adds });
    if (s.stock.scale) setScale(s.stock.scale);
  };
  const whole = doses.length > 0 && doses.every((d) => d.name.trim() && d.adds && d.wanted);
  const mostOf = (name: string) => k.products.find((p) => p.name === name)?.uses[0]?.most_ppm?.value;
  const body =
    whole && base !== undefined && litres
      ? {
          base,
          scale,
          volume_l: litres,
          tools,
          doses: doses.map((d) => ({
            name: d.name,
            adds: d.adds ?? 0,
            wanted: d.wanted ?? 0,
            ...(scale.startsWith("ppm") && mostOf(d.name) ? { most: mostOf(d.name) } : {}),
          })),
        }
      : undefined;
  const worked = useWorked("stack", body, (b) => ask(client.POST("/api/v1/compute/stack", { body: b })));
  const m = worked.answer;
  const unit = scales.find(([code]) => code === scale)?.[2] ?? "";
  return (
    <div className={css.two}>
      <section className={css.asked} aria-label="What is wanted">
        <Choice
          label="Your meter's scale"
          value={scale}
          options={scales.map(([c, w]) => [c, w] as const)}
          onChange={(s) => setScale(s as Scale)}
        />
        <Row>
          <Figure
            label="The water reads"
            unit={unit}
            value={base}
            min={0}
            max={20_000}
            onChange={setBase}
            error={worked.wrong("base")}
          />
          <Figure
            label="Water"
            unit="L"
            value={litres}
            min={0.01}
            max={10_000}
            onChange={setLitres}
            error={worked.wrong("volume_l")}
          />
        </Row>
        {doses.map((d, i) => (
          <fieldset key={d.key} data-part="dose">
            <legend>Product {i + 1}</legend>
            <TextLine
              label={`Name of product ${i + 1}`}
              value={d.name}
              max={80}
              onChange={(name) => change(d.key, { name })}
            />
            <Row>
              {calibrated.map((s) => (
                <Button key={s.id} onClick={() => take(d, s)}>
                  {s.stock.name}: 1 mL/L reads {figure(s.stock.adds ?? 0)}
                </Button>
              ))}
            </Row>
            <Row>
              <Figure
                label={`Product ${i + 1}: 1 mL/L adds`}
                unit={unit}
                value={d.adds}
                min={0.01}
                max={20_000}
                usual="calibrate"
                onChange={(v) => change(d.key, { adds: v })}
              />
              <Figure
                label={`Product ${i + 1}: should add`}
                unit={unit}
                value={d.wanted}
                min={0.01}
                max={20_000}
                onChange={(v) => change(d.key, { wanted: v })}
                error={worked.wrong(`doses[${i}].wanted`)}
              />
            </Row>
            <Plain onClick={() => setDoses(doses.filter((x) => x.key !== d.key))}>Leave it out</Plain>
          </fieldset>
        ))}
        <Button
          disabled={doses.length >= 10}
          onClick={() => setDoses([...doses, { key: Math.max(0, ...doses.map((d) => d.key)) + 1, name: "" }])}
        >
          Another product
        </Button>
      </section>
      <section className={css.measure} aria-label="Measure out" aria-live="polite">
        {worked.trouble && <Trouble error={worked.trouble} />}
        {!body && (
          <Lead>
            Say what each product adds to your meter at 1 mL/L. Under Meter it is calibrated once and kept on the shelf.
          </Lead>
        )}
        {m && (
          <>
            <Headline>
              At the end the meter should read {figure(m.added.at(-1)?.reads ?? 0)} {unit}.
            </Headline>
            <Rows
              rows={[
                { name: "The water", measure: `${figure(litres ?? 0, 2)} L`, how: "", reads: base ?? 0, between: "" },
                ...m.added.map((a) => ({
                  name: a.name,
                  measure: `${figure(a.hand.amount, 2)} mL`,
                  how: a.hand.how + (a.hand.little ? ". Too little to measure well" : ""),
                  reads: a.reads,
                  between: `${figure(a.low)}–${figure(a.high)}`,
                })),
              ]}
              keyOf={(a) => a.name + a.reads}
              columns={[
                { title: "Add", of: (a) => a.name, head: true },
                { title: "Measure", of: (a) => <Two first={a.measure} second={a.how} /> },
                { title: "Then it reads", of: (a) => <Two first={figure(a.reads)} second={a.between} /> },
              ]}
            />
            <Why>
              That is {figure(m.reads.ms_cm, 3)} mS/cm, {figure(m.reads.ppm500)} ppm on the 500 scale,{" "}
              {figure(m.reads.ppm700)} on the 700 scale.
            </Why>
          </>
        )}
      </section>
      {m && <Beside notes={m.notes} care={["product-label"]} />}
    </div>
  );
}

const Two = ({ first, second }: { first: string; second: string }) => (
  <>
    <b>{first}</b>
    <br />
    <Aside>{second}</Aside>
  </>
);
