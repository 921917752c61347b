import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client } from "../../lib/api/client";
import { shelf } from "../../lib/api/queries";
import { useSend } from "../../lib/send";
import { figure } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Facts } from "../../ui/Facts";
import { Figure } from "../../ui/Figure";
import { Marked } from "../../ui/Mark";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Why, Headline } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import css from "./mixing.module.css";
import { scales, type Scale } from "./scales";
import { useWorked } from "./useWorked";

const options = scales.map(([c, w]) => [c, w] as const);

/** A reading on every scale, and what a product adds to one's own meter. */
export function MeterBench() {
  const [scale, setScale] = useState<Scale>("ppm500");
  const [value, setValue] = useState<number | undefined>(500);
  const unit = scales.find(([c]) => c === scale)?.[2];
  const worked = useWorked("meter", value === undefined ? undefined : { value, scale }, (b) =>
    ask(client.POST("/api/v1/compute/meter", { body: b })),
  );
  const m = worked.answer;
  return (
    <>
      <section className={css.part} aria-label="Scales">
        <h2>One reading, every scale</h2>
        <div className={css.two}>
          <div className={css.asked}>
            <Choice label="Your meter's scale" value={scale} options={options} onChange={(s) => setScale(s as Scale)} />
            <Figure
              label="It reads"
              unit={unit}
              value={value}
              min={0}
              max={100_000}
              onChange={setValue}
              error={worked.wrong("value")}
            />
          </div>
          <div className={css.measure} aria-live="polite">
            {m && (
              <>
                <Facts
                  rows={[
                    ["EC", `${figure(m.ms_cm, 3)} mS/cm`],
                    ["", `${figure(m.us_cm)} µS/cm`],
                    ["On the 500 scale", `${figure(m.ppm500)} ppm`],
                    ["On the 700 scale", `${figure(m.ppm700)} ppm`],
                  ]}
                />
                <Why>
                  <Marked text={m.note} />
                </Why>
              </>
            )}
          </div>
        </div>
      </section>
      <Calibrate />
    </>
  );
}

function Calibrate() {
  const list = useQuery(shelf).data ?? [];
  const [scale, setScale] = useState<Scale>("ppm500");
  const [before, setBefore] = useState<number | undefined>(40);
  const [after, setAfter] = useState<number>();
  const [ml, setML] = useState<number | undefined>(1);
  const [item, setItem] = useState(0);
  const [kept, setKept] = useState("");
  const { send, trouble } = useSend({
    then: () => setKept(chosen?.stock.name ?? ""),
  });
  const body = before !== undefined && after && ml ? { scale, before, after, ml_per_l: ml } : undefined;
  const worked = useWorked("calibration", body, (b) => ask(client.POST("/api/v1/compute/calibration", { body: b })));
  const m = worked.answer;
  const unit = scales.find(([c]) => c === scale)?.[2];
  const chosen = list.find((s) => s.id === item);
  const keep = () => {
    if (!chosen || !m) return;
    const body = { version: chosen.version, stock: { ...chosen.stock, adds: m.adds, scale } };
    send(() => ask(client.PUT("/api/v1/shelf/{id}", { params: { path: { id: chosen.id } }, body })));
  };
  return (
    <section className={css.part} aria-label="Calibrate">
      <h2>Calibrate a product against your meter</h2>
      <Why>Read the water, add a known amount to each litre, stir, and read it again.</Why>
      <div className={css.two}>
        <div className={css.asked}>
          <Choice label="Scale" value={scale} options={options} onChange={(s) => setScale(s as Scale)} />
          <Figure
            label="Before it reads"
            unit={unit}
            value={before}
            min={0}
            max={20_000}
            onChange={setBefore}
            error={worked.wrong("before")}
          />
          <Figure
            label="Added to each litre"
            unit="mL"
            value={ml}
            min={0.01}
            max={100}
            onChange={setML}
            error={worked.wrong("ml_per_l")}
          />
          <Figure
            label="After it reads"
            unit={unit}
            value={after}
            min={0}
            max={20_000}
            onChange={setAfter}
            error={worked.wrong("after")}
          />
        </div>
        <div className={css.measure} aria-live="polite">
          {m && (
            <>
              <Headline>
                1 mL/L reads {figure(m.adds, 2)} {unit}.
              </Headline>
              <Row>
                <Pick
                  label="Keep it with"
                  value={item || undefined}
                  empty="A product on the shelf"
                  options={list.map((s) => ({ value: s.id, label: s.stock.name }))}
                  onChange={setItem}
                />
                <Button disabled={!chosen} onClick={keep}>
                  Keep
                </Button>
              </Row>
              {kept && <p role="status">Kept with {kept}. To the meter uses it.</p>}
            </>
          )}
          {trouble && <Trouble error={trouble} />}
        </div>
      </div>
    </section>
  );
}
