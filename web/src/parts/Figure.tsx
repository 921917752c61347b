import { useId, useState } from "react";
import { FieldError } from "./Choice";

type Props = {
  label: string;
  unit?: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  min: number;
  max: number;
  step?: number;
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
  const [typed, setTyped] = useState(p.value === undefined ? "" : String(p.value));
  const [wrong, setWrong] = useState("");
  const [seen, setSeen] = useState(p.value);
  if (seen !== p.value) {
    setSeen(p.value);
    setTyped(p.value === undefined ? "" : String(p.value));
    setWrong("");
  }

  const take = (text: string) => {
    setTyped(text);
    if (text.trim() === "") {
      setWrong("");
      p.onChange(undefined);
      return;
    }
    const n = Number(text.replace(",", "."));
    const fits = Number.isFinite(n) && n >= p.min && n <= p.max && (!p.whole || Number.isInteger(n));
    setWrong(
      fits
        ? ""
        : `Give ${p.whole ? "a whole number" : "a number"} from ${p.min} to ${p.max}${p.unit ? " " + p.unit : ""}.`,
    );
    if (fits && n !== p.value) p.onChange(n);
  };
  const id = useId();
  const step = (d: number) => {
    p.onChange(p.value === undefined ? (p.start ?? p.min) : Math.min(p.max, Math.max(p.min, p.value + d)));
  };
  return (
    <div className="figure" data-field={p.label}>
      <label className="figure-label" htmlFor={id}>
        {p.label}
      </label>
      <span className="figure-box">
        {p.by && (
          <button type="button" aria-label={`${p.label}: less`} onClick={() => step(-(p.by ?? 1))}>
            −
          </button>
        )}
        <input
          id={id}
          inputMode={p.whole ? "numeric" : "decimal"}
          value={typed}
          placeholder={p.usual}
          aria-invalid={!!(wrong || p.error)}
          onChange={(e) => take(e.target.value)}
        />
        {p.unit && <span className="figure-unit">{p.unit}</span>}
        {p.by && (
          <button type="button" aria-label={`${p.label}: more`} onClick={() => step(p.by ?? 1)}>
            +
          </button>
        )}
      </span>
      {(wrong || p.error) && <FieldError words={wrong || (p.error ?? "")} />}
    </div>
  );
}
