import { useQuery } from "@tanstack/react-query";
import type { Hand, MixStep, SolutionKnowledge, Stop, Text } from "../../lib/api/client";
import { cautions } from "../../lib/api/queries";
import { figure, fixed } from "../../lib/words";
import { Cautions } from "../../ui/Care";
import { Marked } from "../../ui/Mark";
import { Why } from "../../ui/Said";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/mixing";
import css from "./mixing.module.css";

/** One amount to measure: what, how much, with which tool. */
export function Amount({ name, hand: h, knowledge }: { name: string; hand: Hand; knowledge: SolutionKnowledge }) {
  return (
    <div className={css.amount} data-amount={name}>
      <span>{name}</span>
      <b>
        {figure(h.amount, 2)} <small>{h.unit}</small>
      </b>
      <span>
        {h.how}
        {h.unit === "mL" && h.amount > 0 && <small> {kitchen(h.amount, knowledge)}</small>}
        {h.little && <em> {tell("too-little-to-measure-well")}</em>}
      </span>
    </div>
  );
}

/** The same in kitchen measures, for those who have no syringe. */
function kitchen(ml: number, k: SolutionKnowledge): string {
  const unit = k.units[ml < 15 ? "teaspoon" : ml < 1000 ? "fluid_ounce" : "gallon"];
  return unit ? `= ${figure(ml / unit.ml.value, 2)} ${unit.name}`.replaceAll(" ", "\u00a0") : "";
}

/** How it comes out as measured. */
export function ComesOut({ low, high, unit }: { low: number; high: number; unit: string }) {
  const digits = high < 1 ? 4 : high < 20 ? 2 : 0;
  const [a, b] = [fixed(low, digits), fixed(high, digits)];
  return (
    <p data-part="comes-out">
      <Tell
        of="as-measured-it-comes-out-at"
        with={{
          measured: (
            <b>
              {a === b ? a : `${a}–${b}`} {unit}
            </b>
          ),
        }}
      />
    </p>
  );
}

export function TwoSteps({ steps }: { steps?: MixStep[] }) {
  if (!steps?.length) return null;
  return (
    <ol data-part="two-steps">
      {steps.map((s) => (
        <li key={s.do}>{s.do}.</li>
      ))}
    </ol>
  );
}

/** Why nothing is mixed. It takes the place of the amounts. */
export function Stopped({ stop }: { stop: Stop }) {
  const most = stop.most.value > 0 ? `${figure(stop.most.value, 2)} ${units[stop.most.unit] ?? ""}` : undefined;
  return (
    <section className={view.ruled} data-part="stopped" data-tone="act" role="alert">
      <h2>{tell("stopped")}</h2>
      <p>
        <Marked text={stop.why} />
      </p>
      {most && (
        <p>
          <Tell of="the-most-here-if-your-label-says" with={{ most: <b>{most}</b> }} />
        </p>
      )}
      <Beside notes={[]} care={stop.cautions} />
    </section>
  );
}

export const units: Record<string, string> = {
  percent: "%",
  ppm: "ppm",
  ml_per_l: "mL/L",
  parts: tell("parts-of-water"),
};

/** The cautions of a mix, and what else is to be known. */
export function Beside({ notes, care }: { notes: Text[]; care: string[] }) {
  const all = useQuery(cautions).data ?? [];
  const codes = [...care, "lye"];
  return (
    <section className={css.beside}>
      {notes.map((n) => (
        <Why key={n.value}>
          <Marked text={n} />
        </Why>
      ))}
      {care.length > 0 && <Cautions cautions={all.filter((c) => codes.includes(c.code))} />}
    </section>
  );
}
