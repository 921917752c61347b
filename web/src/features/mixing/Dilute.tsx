import { Button } from "antd";
import { useState } from "react";
import { ask, client, type Dilution, type OnShelf, type Product, type Strength } from "../../lib/api/client";
import { figure } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Mark, Marked } from "../../ui/Mark";
import { Notice } from "../../ui/Notice";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Why, Lead, Headline } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Amount, Beside, ComesOut, Stopped, TwoSteps, units } from "./Measured";
import css from "./mixing.module.css";
import { useWorked, type BenchProps } from "./useWorked";

type Way = "make" | "stock" | "learn";
type Props = BenchProps & { search: URLSearchParams; shelf: OnShelf[]; terete: boolean };

/** The bottle to take for a use. */
const bottle = (shelf: OnShelf[], product: string, use?: string) =>
  shelf.find((s) => s.stock.product === product && use && s.take_for?.includes(use))?.stock;

/** As it is usually sold, at its strongest. */
const usual = (p?: Product) => p?.stocks?.at(-1)?.value ?? 100;

const number = (s: string | null) => (s && Number.isFinite(Number(s)) ? Number(s) : undefined);

/** Dilution, both ways: from the strength wanted, from the stock there is, or to learn a strength. */
export function Dilute({ knowledge: k, tools, search, shelf, terete }: Props) {
  const given = k.products.find((p) => p.code === search.get("product"));
  const [code, setCode] = useState(given?.code ?? "peroxide");
  const product = k.products.find((p) => p.code === code);
  const [useCode, setUse] = useState(search.get("use") ?? "");
  const use = product?.uses.find((u) => u.code === useCode) ?? product?.uses[0];
  const [way, setWay] = useState<Way>("make");
  const [unit, setUnit] = useState<Strength["unit"]>("percent");
  const [start] = useState(() => bottle(shelf, code, use?.code));
  const [stock, setStock] = useState<number | undefined>(start?.percent ?? usual(product));
  const [wanted, setWanted] = useState(number(search.get("wanted")) ?? use?.percent?.value);
  const [make, setMake] = useState(number(search.get("make")) ?? use?.volume_ml.value);
  const [stockML, setStockML] = useState<number | undefined>(100);
  const [waterML, setWaterML] = useState<number | undefined>(100);
  const [fills, setFills] = useState(1);
  const [by, setBy] = useState<"" | "weight" | "volume">("");
  const [label, setLabel] = useState<number | undefined>(start?.label_most_percent);

  const pick = (next: string) => {
    const p = k.products.find((x) => x.code === next);
    const u = p?.uses[0];
    setCode(next);
    setUse(u?.code ?? "");
    const own = bottle(shelf, next, u?.code);
    setStock(own?.percent ?? usual(p));
    setUnit("percent");
    setWanted(u?.percent?.value);
    if (u && u.volume_ml.value > 0) setMake(u.volume_ml.value);
    setLabel(own?.label_most_percent);
  };
  const inUnit = (v: number): Strength => ({ value: v, unit });
  const strong = stock === undefined ? undefined : { value: stock, unit: "percent" as const };
  const body = ((): Dilution | undefined => {
    if (!strong) return undefined;
    const common = {
      ...(product ? { product: code, use: use?.code } : {}),
      stock: strong,
      ...(by && product?.by_weight ? { stock_by: by } : {}),
      tools,
      fills,
      ...(label ? { label_most: { value: label, unit: "percent" as const } } : {}),
    };
    if (way === "learn") return stockML && waterML ? { ...common, stock_ml: stockML, water_ml: waterML } : undefined;
    if (wanted === undefined) return undefined;
    if (way === "stock") return stockML ? { ...common, wanted: inUnit(wanted), stock_ml: stockML } : undefined;
    return make ? { ...common, wanted: inUnit(wanted), make_ml: make } : undefined;
  })();
  const worked = useWorked("solutions", body, (b) => ask(client.POST("/api/v1/compute/solutions", { body: b })));
  const m = worked.answer;
  const mixed = k.products.filter((p) => !p.dry && !p.meter);
  const onShelf = shelf.filter((s) => s.stock.product === code && s.stock.percent);

  return (
    <div className={css.two}>
      <section className={css.asked} aria-label="What is wanted">
        <Pick
          label="What"
          value={code}
          onChange={pick}
          options={[
            ...mixed.map((p) => ({ value: p.code, label: p.name })),
            { value: "other", label: "Anything else, by figures alone" },
          ]}
        />
        {product && product.uses.length > 1 && (
          <Choice
            label="For"
            value={use?.code ?? ""}
            options={product.uses.map((u) => [u.code, u.name] as const)}
            onChange={(c) => {
              const u = product.uses.find((x) => x.code === c);
              setUse(c);
              setWanted(u?.percent?.value);
              if (u) setMake(u.volume_ml.value);
            }}
          />
        )}
        <Choice
          label="Work out"
          value={way}
          options={[
            ["make", "What to measure"],
            ["stock", "How far the stock goes"],
            ["learn", "How strong it is"],
          ]}
          onChange={(w) => setWay(w as Way)}
        />
        <Figure
          label="Stock, as it stands in the bottle"
          unit="%"
          value={stock}
          min={0.0001}
          max={100}
          onChange={setStock}
          error={worked.wrong("stock")}
        />
        <Row>
          {product?.stocks?.map((s) => (
            <Button key={s.value} onClick={() => setStock(s.value)}>
              {s.value} %
            </Button>
          ))}
          {onShelf.map((s) => (
            <Button
              key={s.id}
              onClick={() => {
                setStock(s.stock.percent ?? undefined);
                setLabel(s.stock.label_most_percent ?? undefined);
              }}
            >
              {s.stock.name}: {s.stock.percent} %
            </Button>
          ))}
        </Row>
        {product?.by_weight && (stock ?? 0) > (product.caustic_above_percent?.value ?? 0) && (
          <Choice
            label="Its label gives that"
            value={by}
            options={[
              ["", "Does not say"],
              ["weight", "By weight, w/w"],
              ["volume", "By volume, w/v"],
            ]}
            onChange={(v) => setBy(v as typeof by)}
          />
        )}
        {way !== "learn" && (
          <>
            <Figure
              label="Strength wanted"
              unit={units[unit]}
              value={wanted}
              min={0.0001}
              max={unit === "percent" ? 100 : 1_000_000}
              onChange={setWanted}
              error={worked.wrong("wanted")}
            />
            <Choice
              label="In"
              value={unit}
              options={[
                ["percent", "%"],
                ["ppm", "ppm"],
                ["ml_per_l", "mL/L"],
                ["parts", "1 part to …"],
              ]}
              onChange={(u) => setUnit(u as Strength["unit"])}
            />
          </>
        )}
        {way === "make" && (
          <>
            <Figure
              label="Amount to make"
              unit="mL"
              value={make}
              min={1}
              max={1_000_000}
              onChange={setMake}
              error={worked.wrong("make_ml")}
            />
            <Row label="Usual fills">
              {(
                [
                  [200, "200 mL"],
                  [750, "Sprayer, 750 mL"],
                  [1000, "1 L"],
                  [5000, "Bath, 5 L"],
                ] as const
              ).map(([ml, words]) => (
                <Button key={ml} onClick={() => setMake(ml)}>
                  {words}
                </Button>
              ))}
            </Row>
            <Figure
              label="How many fills"
              value={fills}
              min={1}
              max={200}
              whole
              by={1}
              onChange={(n) => setFills(n ?? 1)}
            />
          </>
        )}
        {way !== "make" && (
          <Figure
            label="Stock there is"
            unit="mL"
            value={stockML}
            min={0.01}
            max={1_000_000}
            onChange={setStockML}
            error={worked.wrong("stock_ml")}
          />
        )}
        {way === "learn" && (
          <Figure
            label="Water"
            unit="mL"
            value={waterML}
            min={0.01}
            max={1_000_000}
            onChange={setWaterML}
            error={worked.wrong("water_ml")}
          />
        )}
        <Figure
          label="The most your label allows, if it says"
          unit="%"
          value={label}
          min={0.0001}
          max={100}
          usual="–"
          onChange={setLabel}
          error={worked.wrong("label_most")}
        />
        <Why>The label of your product and local rules stand above this page.</Why>
      </section>
      <section className={css.measure} aria-label="Measure out" aria-live="polite">
        {terete && (code === "oil" || code === "soap") && (
          <Notice is="alarm" aloud>
            This plant has terete leaves. Oil or strong soap can smother them and kill it. Wash with plain water
            instead.
          </Notice>
        )}
        {worked.trouble && <Trouble error={worked.trouble} />}
        {!body && <Lead>Give the figures on the left, and the amounts stand here.</Lead>}
        {m?.stopped && <Stopped stop={m.stopped} />}
        {m && !m.stopped && (
          <>
            {way === "learn" ? (
              <Headline>
                It is {figure(m.strength.value, 3)} {units[m.strength.unit]}.
              </Headline>
            ) : (
              <Headline>
                {figure(m.total_ml, 1)} mL of {figure(m.strength.value, 4)} {units[m.strength.unit]}
              </Headline>
            )}
            {m.stock && <Amount name="Stock" hand={m.stock} knowledge={k} />}
            {m.water && <Amount name="Water" hand={m.water} knowledge={k} />}
            {m.water && <ComesOut low={m.low_percent} high={m.high_percent} unit="%" />}
            {fills > 1 && (
              <p>
                For {fills} fills: <b>{figure(m.all_stock_ml, 1)} mL</b> of stock.
              </p>
            )}
            <TwoSteps steps={m.two_steps} />
            {use && (
              <p>
                <Marked text={use.how} />
                {use.percent && (
                  <>
                    {" "}
                    {use.percent.value} % is usual <Mark from={use.percent} />
                  </>
                )}
              </p>
            )}
          </>
        )}
      </section>
      {m && !m.stopped && <Beside notes={m.notes} care={m.cautions} />}
    </div>
  );
}
