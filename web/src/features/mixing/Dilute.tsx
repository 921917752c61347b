import { Button } from "antd";
import type { Strength } from "../../lib/api/client";
import { SolutionsStrength, Stock } from "../../lib/api/fields";
import { figure, volume } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Mark, Marked } from "../../ui/Mark";
import { Notice } from "../../ui/Notice";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Why, Lead, Headline } from "../../ui/Said";
import { Tell, tell } from "../../words/mixing";
import { Halves } from "./Halves";
import { Amount, Beside, ComesOut, Stopped, TwoSteps, units } from "./Measured";
import { useDilution, type Diluted, type DiluteProps } from "./useDilution";

/** Dilution, both ways: from the strength wanted, from the stock there is, or to learn a strength. */
export function Dilute(p: DiluteProps) {
  const d = useDilution(p);
  const { asked, answer: m } = d;
  return (
    <Halves
      trouble={d.trouble}
      asked={
        <>
          <What d={d} {...p} />
          <StockOf d={d} {...p} />
          <Wanted d={d} />
          <HowMuch d={d} fills={p.knowledge.fills} />
          <Figure
            {...Stock.label_most_percent}
            label={tell("the-most-your-label-allows-if-it")}
            value={asked.label}
            usual="–"
            onChange={(label) => d.set({ label })}
            error={d.wrong("label_most")}
          />
          <Why>{tell("the-label-of-your-product-and")}</Why>
        </>
      }
      beside={m && !m.stopped && <Beside notes={m.notes} care={m.cautions} />}
    >
      {p.terete && (asked.product === "oil" || asked.product === "soap") && (
        <Notice is="alarm" aloud>
          {tell("this-plant-has-terete-leaves-oil")}
        </Notice>
      )}
      {!d.enough && <Lead>{tell("give-the-figures-on-the-left-and")}</Lead>}
      {m?.stopped && <Stopped stop={m.stopped} />}
      {m && !m.stopped && <Mixed d={d} m={m} knowledge={p.knowledge} />}
    </Halves>
  );
}

type Part = { d: Diluted };

/** The product, what it is for, and which way to work it out. */
function What({ d, knowledge }: Part & DiluteProps) {
  const { asked, set, product, use } = d;
  return (
    <>
      <Pick
        label={tell("what")}
        value={asked.product}
        onChange={d.pick}
        options={[
          ...knowledge.products.filter((p) => !p.dry && !p.meter).map((p) => ({ value: p.code, label: p.name })),
          { value: "other", label: tell("anything-else-by-figures-alone") },
        ]}
      />
      {product && product.uses.length > 1 && (
        <Choice
          label={tell("for")}
          value={use?.code ?? ""}
          options={product.uses.map((u) => [u.code, u.name] as const)}
          onChange={(code) => {
            const next = product.uses.find((u) => u.code === code);
            set({ use: code, wanted: next?.percent?.value, ...(next && { make_ml: next.volume_ml.value }) });
          }}
        />
      )}
      <Choice
        label={tell("work-out")}
        value={asked.way}
        options={[
          ["make", tell("what-to-measure")],
          ["stock", tell("how-far-the-stock-goes")],
          ["learn", tell("how-strong-it-is")],
        ]}
        onChange={(way) => set({ way: way as typeof asked.way })}
      />
    </>
  );
}

/** How strong the stock is, and by what. */
function StockOf({ d, shelf }: Part & DiluteProps) {
  const { asked, set, product } = d;
  const onShelf = shelf.filter((s) => s.stock.product === asked.product && s.stock.percent);
  return (
    <>
      <Figure
        {...Stock.percent}
        label={tell("stock-as-it-stands-in-the-bottle")}
        value={asked.stock}
        onChange={(stock) => set({ stock })}
        error={d.wrong("stock")}
      />
      <Row>
        {product?.stocks?.map((s) => (
          <Button key={s.value} onClick={() => set({ stock: s.value })}>
            {s.value} %
          </Button>
        ))}
        {onShelf.map(({ id, stock: s }) => (
          <Button key={id} onClick={() => set({ stock: s.percent, label: s.label_most_percent })}>
            {s.name}: {s.percent} %
          </Button>
        ))}
      </Row>
      {product?.by_weight && (asked.stock ?? 0) > (product.caustic_above_percent?.value ?? 0) && (
        <Choice
          label={tell("its-label-gives-that")}
          value={asked.by}
          options={[
            ["", tell("does-not-say")],
            ["weight", tell("by-weight-w-w")],
            ["volume", tell("by-volume-w-v")],
          ]}
          onChange={(by) => set({ by: by as typeof asked.by })}
        />
      )}
    </>
  );
}

function Wanted({ d: { asked, set, wrong } }: Part) {
  if (asked.way === "learn") return null;
  return (
    <>
      <Figure
        {...SolutionsStrength.value}
        {...(asked.unit === "percent" && { max: Stock.percent.max })}
        label={tell("strength-wanted")}
        unit={units[asked.unit]}
        value={asked.wanted}
        onChange={(wanted) => set({ wanted })}
        error={wrong("wanted")}
      />
      <Choice
        label={tell("in")}
        value={asked.unit}
        options={[
          ["percent", "%"],
          ["ppm", "ppm"],
          ["ml_per_l", "mL/L"],
          ["parts", tell("1-part-to")],
        ]}
        onChange={(unit) => set({ unit: unit as Strength["unit"] })}
      />
    </>
  );
}

/** How much is made, or of how much. */
function HowMuch({ d: { asked, set, at }, fills }: Part & { fills: DiluteProps["knowledge"]["fills"] }) {
  if (asked.way !== "make") {
    return (
      <>
        <Figure {...at("stock_ml")} />
        {asked.way === "learn" && <Figure {...at("water_ml")} />}
      </>
    );
  }
  return (
    <>
      <Figure {...at("make_ml")} />
      <Row label={tell("usual-fills")}>
        {fills.map(({ name, ml }) => (
          <Button key={name} onClick={() => set({ make_ml: ml.value })}>
            {name}, {volume(ml.value)}
          </Button>
        ))}
      </Row>
      <Figure {...at("fills")} by={1} onChange={(n) => set({ fills: n || 1 })} />
    </>
  );
}

/** What to measure, and what it comes out at. */
function Mixed({ d, m, knowledge }: Part & { m: NonNullable<Diluted["answer"]>; knowledge: DiluteProps["knowledge"] }) {
  const { asked, use } = d;
  const unit = units[m.strength.unit];
  return (
    <>
      <Headline>
        {asked.way === "learn"
          ? tell("it-is", { strength: figure(m.strength.value, 3), unit })
          : tell("ml-of", { totalml: figure(m.total_ml, 1), strength: figure(m.strength.value, 4), unit })}
      </Headline>
      {m.stock && <Amount name={tell("stock")} hand={m.stock} knowledge={knowledge} />}
      {m.water && <Amount name={tell("water-2")} hand={m.water} knowledge={knowledge} />}
      {m.water && <ComesOut low={m.low_percent} high={m.high_percent} unit="%" />}
      {asked.fills > 1 && (
        <p>
          <Tell
            of="for-fills-ml-of-stock"
            with={{ fills: asked.fills, allstockml: figure(m.all_stock_ml, 1) }}
            parts={{ b: <b /> }}
          />
        </p>
      )}
      <TwoSteps steps={m.two_steps} />
      {use && (
        <p>
          <Marked text={use.how} />
          {use.percent && (
            <>
              {" "}
              <Tell of="is-usual" with={{ percent: use.percent.value, mark: <Mark from={use.percent} /> }} />
            </>
          )}
        </p>
      )}
    </>
  );
}
