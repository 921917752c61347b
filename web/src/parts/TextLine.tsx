import { today } from "../words";
import { FieldError } from "./Choice";

type Props = {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** The most characters it holds. */
  max?: number;
  /** What the server found wrong with it. */
  error?: string;
  autoFocus?: boolean;
};

/** A line of text with its name, and what is wrong with it. */
export function TextLine(p: Props & { type?: "date" }) {
  return (
    <div data-field={p.label}>
      <label>
        <span className="figure-label">{p.label}</span>
        <input
          className="text"
          type={p.type}
          value={p.value}
          maxLength={p.max}
          max={p.type && today()}
          autoFocus={p.autoFocus}
          aria-invalid={!!p.error}
          onChange={(e) => p.onChange(e.target.value)}
        />
      </label>
      {p.error && <FieldError words={p.error} />}
    </div>
  );
}

/** A day, today at the latest. */
export const DayLine = (p: Props) => <TextLine {...p} type="date" />;
