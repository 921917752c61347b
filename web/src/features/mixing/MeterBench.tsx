import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, type Calibration } from "../../lib/api/client";
import { SolutionsCalibration, SolutionsMeter } from "../../lib/api/fields";
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
import { Tell, tell } from "../../words/mixing";
import { Part } from "./Halves";
import { scales, unitOf, type Scale } from "./scales";
import { startOf, useWorked, type BenchProps } from "./useWorked";

const options = scales.map(([c, w]) => [c, w] as const);

/** A reading on every scale, and what a product adds to one's own meter. */
export function MeterBench({ knowledge: k }: Pick<BenchProps, "knowledge">) {
  const start = (): { scale: Scale; value?: number } => ({
    scale: "ppm500",
    value: startOf<{ reading?: number }>(k, "meter").reading,
  });
  const {
    asked,
    set,
    at,
    answer: m,
  } = useWorked(SolutionsMeter, start, {
    name: "meter",
    body: ({ value, scale }) => (value === undefined ? undefined : { value, scale }),
    work: (body) => ask(client.POST("/api/v1/compute/meter", { body })),
  });
  return (
    <>
      <Part
        name={tell("scales")}
        title={tell("one-reading-every-scale")}
        asked={
          <>
            <Choice
              label={tell("your-meters-scale")}
              value={asked.scale}
              options={options}
              onChange={(s) => set({ scale: s as Scale })}
            />
            <Figure {...at("value")} unit={unitOf(asked.scale)} />
          </>
        }
      >
        {m && (
          <>
            <Facts
              rows={[
                ["EC", `${figure(m.ms_cm, 3)} mS/cm`],
                ["", `${figure(m.us_cm)} µS/cm`],
                [tell("on-the-500-scale"), tell("ppm-4", { ppm500: figure(m.ppm500) })],
                [tell("on-the-700-scale"), tell("ppm-5", { ppm700: figure(m.ppm700) })],
              ]}
            />
            <Why>
              <Marked text={m.note} />
            </Why>
          </>
        )}
      </Part>
      <Calibrate knowledge={k} />
    </>
  );
}

function Calibrate({ knowledge: k }: Pick<BenchProps, "knowledge">) {
  const start = (): Partial<Calibration> & { scale: Scale } => ({ ...startOf(k, "calibration"), scale: "ppm500" });
  const { asked, set, at, answer } = useWorked(SolutionsCalibration, start, {
    name: "calibration",
    body: ({ scale, before, after, ml_per_l }) =>
      before !== undefined && after && ml_per_l ? { scale, before, after, ml_per_l } : undefined,
    work: (body) => ask(client.POST("/api/v1/compute/calibration", { body })),
  });
  const unit = unitOf(asked.scale);
  return (
    <Part
      name={tell("calibrate")}
      title={tell("calibrate-a-product-against-your")}
      lead={<Why>{tell("read-the-water-add-a-known")}</Why>}
      asked={
        <>
          <Choice
            label={tell("scale")}
            value={asked.scale}
            options={options}
            onChange={(s) => set({ scale: s as Scale })}
          />
          <Figure {...at("before")} unit={unit} />
          <Figure {...at("ml_per_l")} />
          <Figure {...at("after")} unit={unit} />
        </>
      }
    >
      {answer && (
        <>
          <Headline>
            <Tell of="1-ml-l-reads" with={{ adds: figure(answer.adds, 2), unit }} />
          </Headline>
          <KeepWith adds={answer.adds} scale={asked.scale} />
        </>
      )}
    </Part>
  );
}

/** What a product adds is kept with it on the shelf. */
function KeepWith({ adds, scale }: { adds: number; scale: Scale }) {
  const list = useQuery(shelf).data ?? [];
  const [item, setItem] = useState(0);
  const [kept, setKept] = useState("");
  const { send, trouble } = useSend({ then: () => setKept(chosen?.stock.name ?? "") });
  const chosen = list.find((s) => s.id === item);
  const keep = () => {
    if (!chosen) return;
    const body = { version: chosen.version, stock: { ...chosen.stock, adds, scale } };
    send(() => ask(client.PUT("/api/v1/shelf/{id}", { params: { path: { id: chosen.id } }, body })));
  };
  return (
    <>
      <Row>
        <Pick
          label={tell("keep-it-with")}
          value={item || undefined}
          empty={tell("a-product-on-the-shelf")}
          options={list.map((s) => ({ value: s.id, label: s.stock.name }))}
          onChange={setItem}
        />
        <Button disabled={!chosen} onClick={keep}>
          {tell("keep")}
        </Button>
      </Row>
      {kept && <p role="status">{tell("kept-with-to-the-meter-uses-it", { kept })}</p>}
      {trouble && <Trouble error={trouble} />}
    </>
  );
}
