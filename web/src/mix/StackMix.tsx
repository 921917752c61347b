import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, type OnShelf } from "../api/client";
import { shelf } from "../api/queries";
import { Choice } from "../parts/Choice";
import { TextLine } from "../parts/TextLine";
import { Figure } from "../parts/Figure";
import { Trouble } from "../parts/Trouble";
import { figure } from "../words";
import { Beside } from "./Measured";
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
    <div className="bench-two">
      <section className="asked" aria-label="What is wanted">
        <Choice
          label="Your meter's scale"
          value={scale}
          options={scales.map(([c, w]) => [c, w] as const)}
          onChange={(s) => setScale(s as Scale)}
        />
        <div className="row-of-figures">
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
        </div>
        {doses.map((d, i) => (
          <fieldset key={d.key} className="dose">
            <legend>Product {i + 1}</legend>
            <TextLine
              label={`Name of product ${i + 1}`}
              value={d.name}
              max={80}
              onChange={(name) => change(d.key, { name })}
            />
            <div className="quick">
              {calibrated.map((s) => (
                <button key={s.id} type="button" className="turned" onClick={() => take(d, s)}>
                  {s.stock.name}: 1 mL/L reads {figure(s.stock.adds ?? 0)}
                </button>
              ))}
            </div>
            <div className="row-of-figures">
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
            </div>
            <button type="button" className="plain" onClick={() => setDoses(doses.filter((x) => x.key !== d.key))}>
              Leave it out
            </button>
          </fieldset>
        ))}
        <Button
          disabled={doses.length >= 10}
          onClick={() => setDoses([...doses, { key: Math.max(0, ...doses.map((d) => d.key)) + 1, name: "" }])}
        >
          Another product
        </Button>
      </section>
      <section className="measure" aria-label="Measure out" aria-live="polite">
        {worked.trouble && <Trouble error={worked.trouble} />}
        {!body && (
          <p className="lead">
            Say what each product adds to your meter at 1 mL/L. Under Meter it is calibrated once and kept on the shelf.
          </p>
        )}
        {m && (
          <>
            <p className="headline">
              At the end the meter should read {figure(m.added.at(-1)?.reads ?? 0)} {unit}.
            </p>
            <table className="stacked">
              <thead>
                <tr>
                  <th>Add</th>
                  <th>Measure</th>
                  <th>Then it reads</th>
                </tr>
              </thead>
              <tbody>
                <tr>
                  <td>The water</td>
                  <td>{figure(litres ?? 0, 2)} L</td>
                  <td>
                    <b>{figure(base ?? 0)}</b>
                  </td>
                </tr>
                {m.added.map((a, i) => (
                  <tr key={i}>
                    <td>{a.name}</td>
                    <td>
                      <b>{figure(a.hand.amount, 2)} mL</b>
                      <small>
                        {a.hand.how}
                        {a.hand.little && ". Too little to measure well"}
                      </small>
                    </td>
                    <td>
                      <b>{figure(a.reads)}</b>
                      <small>
                        {figure(a.low)}–{figure(a.high)}
                      </small>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <p className="why">
              That is {figure(m.reads.ms_cm, 3)} mS/cm, {figure(m.reads.ppm500)} ppm on the 500 scale,{" "}
              {figure(m.reads.ppm700)} on the 700 scale.
            </p>
          </>
        )}
      </section>
      {m && <Beside notes={m.notes} care={["product-label"]} />}
    </div>
  );
}
