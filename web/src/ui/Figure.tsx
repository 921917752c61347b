import { Button, InputNumber, Space } from "antd";
import { useId, useState } from "react";
import { readings } from "../lib/number";
import { unitOf } from "../lib/words";
import { tell } from "../words/ui";
import { Field } from "./Field";
import css from "./figure.module.css";

type Props = {
  label: string;
  unit?: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  min: number;
  max: number;
  /** Shown when empty. */
  usual?: string;
  whole?: boolean;
  /** With buttons to step by. */
  by?: number;
  /** Where stepping starts when empty. */
  start?: number;
  /** What the server found wrong with it. */
  error?: string;
};

/** A number with its unit and its limits. What does not fit is said and not passed on. */
export function Figure(p: Props) {
  const [typed, setTyped] = useState<string | number | undefined>(p.value);
  const [wrong, setWrong] = useState("");
  const [asked, setAsked] = useState<{ text: string; of: number[] }>();
  const [seen, setSeen] = useState(p.value);
  if (seen !== p.value) {
    setSeen(p.value);
    if (!asked) {
      setTyped(p.value);
      setWrong("");
    }
  }
  const id = useId();
  const kind = p.whole ? tell("a-whole-number") : tell("a-number");
  const limits = tell("give-from-to", { kind, min: p.min, max: p.max, unit: p.unit ? ` ${unitOf(p.unit)}` : "" });
  const fits = (n: number) => n >= p.min && n <= p.max && (!p.whole || Number.isInteger(n));
  const pass = (n: number | undefined) => {
    if (n !== p.value) p.onChange(n);
  };
  const take = (text: string) => {
    const may = readings(text);
    const [n] = may ?? [];
    const two = may !== undefined && may.length > 1 && may.some(fits);
    const good = may !== undefined && (n === undefined || fits(n));
    setAsked(two ? { text: text.trim(), of: may.filter(fits) } : undefined);
    setTyped(n === undefined ? (may ? undefined : typed) : String(n));
    setWrong(two || good ? "" : limits);
    if (two)
      pass(undefined); // nothing is reckoned with until it is clear which is meant
    else if (good) pass(n);
  };
  const answer = (n: number) => {
    setAsked(undefined);
    setTyped(n);
    pass(n);
  };
  /** The first tap of a length is where one starts; of a count, more is one. */
  const first = (d: number) => (p.whole ? Math.max(p.min, d) : (p.start ?? p.min));
  const step = (d: number) =>
    p.onChange(p.value === undefined ? first(d) : Math.min(p.max, Math.max(p.min, p.value + d)));
  const button = (more: boolean) => <Stepper label={p.label} more={more} onStep={(d) => step(d * (p.by ?? 1))} />;
  return (
    <Field label={p.label} of={id} error={wrong || p.error}>
      <Space.Compact>
        {p.by && button(false)}
        <InputNumber
          id={id}
          className={css.figure}
          inputMode={p.whole ? "numeric" : "decimal"}
          controls={false}
          value={typed}
          stringMode
          placeholder={p.usual}
          suffix={p.unit && unitOf(p.unit)}
          status={wrong || p.error ? "error" : undefined}
          aria-invalid={!!(wrong || p.error)}
          formatter={(n, { userTyping, input }) => (userTyping ? input : (asked?.text ?? String(n ?? "")))}
          parser={(text) => String(readings(text ?? "")?.[0] ?? text)}
          onInput={take}
        />
        {p.by && button(true)}
      </Space.Compact>
      {asked && (
        <Space wrap role="alert">
          <span>{tell("can-be-read-two-ways-which-is-it", { asked: asked.text })}</span>
          {asked.of.map((n) => (
            <Button key={n} onClick={() => answer(n)}>
              {n}
            </Button>
          ))}
        </Space>
      )}
    </Field>
  );
}

type StepperProps = { label: string; more: boolean; onStep: (d: 1 | -1) => void };

const Stepper = ({ label, more, onStep }: StepperProps) => (
  <Button aria-label={more ? tell("more-2", { label }) : tell("less", { label })} onClick={() => onStep(more ? 1 : -1)}>
    {more ? "+" : "−"}
  </Button>
);
