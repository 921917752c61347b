import { Button, InputNumber, Space } from "antd";
import { useId, useState } from "react";
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

/** As a hand writes it, with a point or a comma. */
const read = (text: string) => text.replace(",", ".").trim();

/** A number with its unit and its limits. What does not fit is said and not passed on. */
export function Figure(p: Props) {
  const [typed, setTyped] = useState<string | number | undefined>(p.value);
  const [wrong, setWrong] = useState("");
  const [seen, setSeen] = useState(p.value);
  if (seen !== p.value) {
    setSeen(p.value);
    setTyped(p.value);
    setWrong("");
  }
  const id = useId();
  const kind = p.whole ? "a whole number" : "a number";
  const limits = `Give ${kind} from ${p.min} to ${p.max}${p.unit ? ` ${p.unit}` : ""}.`;
  const take = (text: string) => {
    const n = Number(read(text));
    const empty = read(text) === "";
    const fits = empty || (Number.isFinite(n) && n >= p.min && n <= p.max && (!p.whole || Number.isInteger(n)));
    setTyped(empty ? undefined : Number.isFinite(n) ? read(text) : typed);
    setWrong(fits ? "" : limits);
    if (fits && (empty ? undefined : n) !== p.value) p.onChange(empty ? undefined : n);
  };
  /** The first tap of a length is where one starts; of a count, more is one. */
  const first = (d: number) => (p.whole ? Math.max(p.min, d) : (p.start ?? p.min));
  const step = (d: number) =>
    p.onChange(p.value === undefined ? first(d) : Math.min(p.max, Math.max(p.min, p.value + d)));
  const button = (more: boolean) => (
    <Button aria-label={`${p.label}: ${more ? "more" : "less"}`} onClick={() => step((more ? 1 : -1) * (p.by ?? 1))}>
      {more ? "+" : "−"}
    </Button>
  );
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
          suffix={p.unit}
          status={wrong || p.error ? "error" : undefined}
          aria-invalid={!!(wrong || p.error)}
          parser={(text) => read(text ?? "")}
          onInput={take}
        />
        {p.by && button(true)}
      </Space.Compact>
    </Field>
  );
}
