import { ask, client, type Dilution, type OnShelf, type Product, type Strength } from "../../lib/api/client";
import { SolutionsDilution } from "../../lib/api/fields";
import { startOf, useWorked, type BenchProps } from "./useWorked";

export type DiluteProps = BenchProps & { search: URLSearchParams; shelf: OnShelf[]; terete: boolean };

/** What is asked of a dilution. Strengths of the stock and of its label are in percent. */
type Asked = Partial<Pick<Dilution, "make_ml" | "stock_ml" | "water_ml">> & {
  product: string;
  use: string;
  way: "make" | "stock" | "learn";
  unit: Strength["unit"];
  stock?: number;
  wanted?: number;
  label?: number;
  fills: number;
  by: "" | "weight" | "volume";
};

/** The bottle to take for a use. */
const bottle = (shelf: OnShelf[], product: string, use?: string) =>
  shelf.find((s) => s.stock.product === product && use && s.take_for?.includes(use))?.stock;

/** As it is usually sold, at its strongest. */
const usual = (p?: Product) => p?.stocks?.at(-1)?.value ?? 100;

const number = (s: string | null) => (s && Number.isFinite(Number(s)) ? Number(s) : undefined);

const purposeOf = (p: Product | undefined, code: string) => p?.uses.find((u) => u.code === code) ?? p?.uses[0];

/** As a job asks for it, by the address; else a usual one. */
function start({ knowledge: k, search, shelf }: DiluteProps): Asked {
  const given = (code: string | null) => k.products.find((p) => p.code === code);
  const product = given(search.get("product")) ?? given("peroxide");
  const use = purposeOf(product, search.get("use") ?? "");
  const own = bottle(shelf, product?.code ?? "", use?.code);
  return {
    ...startOf<Pick<Asked, "stock_ml" | "water_ml">>(k, "dilution"),
    product: product?.code ?? "other",
    use: use?.code ?? "",
    way: "make",
    unit: "percent",
    stock: own?.percent ?? usual(product),
    wanted: number(search.get("wanted")) ?? use?.percent?.value,
    make_ml: number(search.get("make")) ?? use?.volume_ml.value,
    fills: 1,
    by: "",
    label: own?.label_most_percent,
  };
}

const percent = (value: number): Strength => ({ value, unit: "percent" });

/** The dilution that is asked for, once all is given. */
function bodyOf(asked: Asked, product: Product | undefined, tools: BenchProps["tools"]): Dilution | undefined {
  const { way, stock, wanted, unit, make_ml, stock_ml, water_ml, by, label, fills } = asked;
  if (stock === undefined) return undefined;
  const common = {
    ...(product && { product: product.code, use: purposeOf(product, asked.use)?.code }),
    stock: percent(stock),
    ...(by && product?.by_weight && { stock_by: by }),
    tools,
    fills,
    ...(label && { label_most: percent(label) }),
  };
  if (way === "learn") return stock_ml && water_ml ? { ...common, stock_ml, water_ml } : undefined;
  if (wanted === undefined) return undefined;
  const to = { ...common, wanted: { value: wanted, unit } };
  if (way === "stock") return stock_ml ? { ...to, stock_ml } : undefined;
  return make_ml ? { ...to, make_ml } : undefined;
}

/** A dilution as it is asked for, and what comes of it. */
export function useDilution(p: DiluteProps) {
  const productOf = (code: string) => p.knowledge.products.find((x) => x.code === code);
  const bench = useWorked(SolutionsDilution, () => start(p), {
    name: "solutions",
    body: (asked) => bodyOf(asked, productOf(asked.product), p.tools),
    work: (body) => ask(client.POST("/api/v1/compute/solutions", { body })),
  });
  const product = productOf(bench.asked.product);
  /** Another product, with its first use and the bottle for it. */
  const pick = (code: string) => {
    const next = productOf(code);
    const use = next?.uses[0];
    const own = bottle(p.shelf, code, use?.code);
    bench.set({
      product: code,
      use: use?.code ?? "",
      stock: own?.percent ?? usual(next),
      unit: "percent",
      wanted: use?.percent?.value,
      ...(use && use.volume_ml.value > 0 && { make_ml: use.volume_ml.value }),
      label: own?.label_most_percent,
    });
  };
  return { ...bench, product, use: purposeOf(product, bench.asked.use), pick };
}

export type Diluted = ReturnType<typeof useDilution>;
