import { useId } from "react";
import type { Words } from "../words";
import "./parts.css";

type Props = {
  label: string;
  value: string;
  options: Words;
  onChange: (value: string) => void;
  /** Keys that choose the options, shown on them. */
  keys?: Record<string, string>;
  error?: string;
};

/** One of a few: big enough for a wet thumb, and plain radio buttons below. */
export function Choice({ label, value, options, onChange, keys, error }: Props) {
  const name = useId();
  return (
    <fieldset className="choice" data-field={label}>
      <legend>{label}</legend>
      <div className="choice-options">
        {options.map(([code, words]) => (
          <label key={code} data-on={code === value || undefined}>
            <input type="radio" name={name} checked={code === value} onChange={() => onChange(code)} />
            <span>{words}</span>
            {keys?.[code] && <kbd>{keys[code]}</kbd>}
          </label>
        ))}
      </div>
      {error && <FieldError words={error} />}
    </fieldset>
  );
}

export function FieldError({ words }: { words: string }) {
  return (
    <p className="field-error" role="alert">
      {words}
    </p>
  );
}

/** Yes or no, as a labelled box to tick. */
export function Tick(p: { label: string; hint?: string; checked: boolean; onChange: (on: boolean) => void }) {
  return (
    <label className="tick">
      <input type="checkbox" checked={p.checked} onChange={(e) => p.onChange(e.target.checked)} />
      <span>
        {p.label}
        {p.hint && <small>{p.hint}</small>}
      </span>
    </label>
  );
}
