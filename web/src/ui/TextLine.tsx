import { Input } from "antd";
import { useId, type ReactNode } from "react";
import { Field } from "./Field";

type Props = {
  label: string;
  hint?: ReactNode;
  value: string | undefined;
  onChange: (value: string) => void;
  /** The most characters it holds. */
  max?: number;
  /** How many rows it has, when more than one line may be written. */
  rows?: number;
  /** What the server found wrong with it. */
  error?: string;
  autoFocus?: boolean;
};

/** A line of text, or some, with its name and what is wrong with it. */
export function TextLine({ label, hint, value, onChange, max, rows, error, autoFocus }: Props) {
  const id = useId();
  const common = { id, value: value ?? "", maxLength: max, autoFocus, "aria-invalid": !!error } as const;
  return (
    <Field label={label} hint={hint} of={id} error={error}>
      {rows ? (
        <Input.TextArea {...common} rows={rows} onChange={(e) => onChange(e.target.value)} />
      ) : (
        <Input {...common} status={error ? "error" : undefined} onChange={(e) => onChange(e.target.value)} />
      )}
    </Field>
  );
}
