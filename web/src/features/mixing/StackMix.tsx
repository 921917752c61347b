import { useQuery } from "@tanstack/react-query";
import { Button, Flex } from "antd";
import { ask, client, type OnShelf, type SolutionKnowledge, type Stacked } from "../../lib/api/client";
import { SolutionsDose, SolutionsStack } from "../../lib/api/fields";
import { shelf } from "../../lib/api/queries";
import { fieldsOf } from "../../lib/form";
import { figure } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Rows } from "../../ui/Rows";
import { Lead, Headline, Why } from "../../ui/Said";
import { Aside } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Tell, tell } from "../../words/mixing";
import { Halves } from "./Halves";
import { Beside } from "./Measured";
import { scales, unitOf, type Scale } from "./scales";
import { startOf, useWorked, type BenchProps } from "./useWorked";

type Dosed = { key: number; name: string; adds?: number; wanted?: number };
type Asked = { scale: Scale; base?: number; volume_l?: number; doses: Dosed[] };

/** A usual stack: what is dosed to a meter, each to as much. */
function usual(k: SolutionKnowledge): Asked {
  const { wanted, ...of } = startOf<{ base?: number; volume_l?: number; wanted?: number }>(k, "stack");
  const dosed = k.products.filter((p) => p.meter);
  return { ...of, scale: "ppm500", doses: dosed.map((p, i) => ({ key: i + 1, name: p.name, wanted })) };
}

/** Once each product says what it adds and should add. */
function bodyOf({ scale, base, volume_l, doses }: Asked, { knowledge: k, tools }: BenchProps) {
  const complete = doses.length > 0 && doses.every((d) => d.name.trim() && d.adds && d.wanted);
  if (!complete || base === undefined || !volume_l) return undefined;
  const mostOf = (name: string) => k.products.find((p) => p.name === name)?.uses[0]?.most_ppm?.value;
  return {
    base,
    scale,
    volume_l,
    tools,
    doses: doses.map(({ name, adds = 0, wanted = 0 }) => ({
      name,
      adds,
      wanted,
      most: scale.startsWith("ppm") ? mostOf(name) : undefined,
    })),
  };
}

/** Several products on a base water, each to what the meter should read after it. */
export function StackMix(p: BenchProps) {
  const calibrated = useQuery(shelf).data?.filter((s) => s.stock.adds) ?? [];
  const bench = useWorked(SolutionsStack, () => usual(p.knowledge), {
    name: "stack",
    body: (asked) => bodyOf(asked, p),
    work: (body) => ask(client.POST("/api/v1/compute/stack", { body })),
  });
  const { asked, set, at, answer: m } = bench;
  const { scale, doses } = asked;
  const change = (key: number, part: Partial<Dosed>) =>
    set({ doses: doses.map((d) => (d.key === key ? { ...d, ...part } : d)) });
  const take = (d: Dosed, { stock }: OnShelf) => {
    change(d.key, { name: stock.name, adds: stock.adds });
    if (stock.scale) set({ scale: stock.scale });
  };
  const another = () => set({ doses: [...doses, { key: Math.max(0, ...doses.map((d) => d.key)) + 1, name: "" }] });
  return (
    <Halves
      trouble={bench.trouble}
      asked={
        <>
          <Choice
            label={tell("your-meters-scale")}
            value={scale}
            options={scales.map(([c, w]) => [c, w] as const)}
            onChange={(s) => set({ scale: s as Scale })}
          />
          <Row>
            <Figure {...at("base")} unit={unitOf(scale)} />
            <Figure {...at("volume_l")} />
          </Row>
          {doses.map((d, i) => (
            <DoseOf
              key={d.key}
              nth={i + 1}
              dose={d}
              unit={unitOf(scale)}
              calibrated={calibrated}
              wrong={(field) => bench.wrong(`doses[${i}].${field}`)}
              onChange={(part) => change(d.key, part)}
              onTake={(s) => take(d, s)}
              onLeave={() => set({ doses: doses.filter((x) => x.key !== d.key) })}
            />
          ))}
          <Button disabled={doses.length >= SolutionsStack.doses.max} onClick={another}>
            {tell("another-product")}
          </Button>
        </>
      }
      beside={m && <Beside notes={m.notes} care={["product-label"]} />}
    >
      {!bench.enough && <Lead>{tell("say-what-each-product-adds-to")}</Lead>}
      {m && <InOrder m={m} asked={asked} />}
    </Halves>
  );
}

type DoseProps = {
  nth: number;
  dose: Dosed;
  unit?: string;
  calibrated: OnShelf[];
  wrong: (field: string) => string | undefined;
  onChange: (part: Partial<Dosed>) => void;
  onTake: (s: OnShelf) => void;
  onLeave: () => void;
};

function DoseOf({ nth, dose, unit, calibrated, wrong, onChange, onTake, onLeave }: DoseProps) {
  const at = fieldsOf(SolutionsDose, dose, onChange, wrong);
  const of = (label: string) => tell("product", { nth, label });
  return (
    <fieldset data-part="dose">
      <legend>{tell("product-2", { nth })}</legend>
      <Flex vertical gap={12} align="start">
        <TextLine {...at("name")} label={`${SolutionsDose.name.label} ${nth}`} />
        <Row>
          {calibrated.map((s) => (
            <Button key={s.id} onClick={() => onTake(s)}>
              {tell("1-ml-l-reads-3", { stock: s.stock.name, adds: figure(s.stock.adds ?? 0) })}
            </Button>
          ))}
        </Row>
        <Row>
          <Figure {...at("adds")} label={of(SolutionsDose.adds.label)} unit={unit} usual="calibrate" />
          <Figure {...at("wanted")} label={of(SolutionsDose.wanted.label)} unit={unit} />
        </Row>
        <Plain onClick={onLeave}>{tell("leave-it-out")}</Plain>
      </Flex>
    </fieldset>
  );
}

/** What is added in turn, and what the meter reads after each. */
function InOrder({ m, asked: { scale, base, volume_l } }: { m: Stacked; asked: Asked }) {
  return (
    <>
      <Headline>
        <Tell
          of="at-the-end-the-meter-should-read"
          with={{ reads: figure(m.added.at(-1)?.reads ?? 0), unit: unitOf(scale) }}
        />
      </Headline>
      <Rows
        rows={[
          { name: tell("the-water"), measure: `${figure(volume_l ?? 0, 2)} L`, how: "", reads: base ?? 0, between: "" },
          ...m.added.map((a) => ({
            name: a.name,
            measure: `${figure(a.hand.amount, 2)} mL`,
            how: a.hand.little ? tell("how-too-little", { how: a.hand.how }) : a.hand.how,
            reads: a.reads,
            between: `${figure(a.low)}–${figure(a.high)}`,
          })),
        ]}
        keyOf={(a) => a.name + a.reads}
        columns={[
          { title: tell("add"), of: (a) => a.name, head: true },
          { title: tell("measure"), of: (a) => <Two first={a.measure} second={a.how} /> },
          { title: tell("then-it-reads"), of: (a) => <Two first={figure(a.reads)} second={a.between} /> },
        ]}
      />
      <Why>
        {tell("that-is-ms-cm-ppm-on-the-500", {
          mscm: figure(m.reads.ms_cm, 3),
          ppm500: figure(m.reads.ppm500),
          ppm700: figure(m.reads.ppm700),
        })}
      </Why>
    </>
  );
}

const Two = ({ first, second }: { first: string; second: string }) => (
  <>
    <b>{first}</b>
    <br />
    <Aside>{second}</Aside>
  </>
);
