import { Checkbox, Flex, Radio } from "antd";
import { useId, type ReactNode } from "react";
import type { Words } from "../lib/words";
import { Field } from "./Field";
import { Key } from "./Key";

type Props = {
  label: string;
  value: string;
  options: Words;
  onChange: (value: string) => void;
  /** Keys that choose the options, shown on them. */
  keys?: Record<string, string>;
  error?: string;
  disabled?: boolean;
};

/** Longer words than these do not stand on a chip. */
const chip = 26;

/** One of a few: big enough for a wet thumb. */
export function Choice({ label, value, options, onChange, keys, error, disabled }: Props) {
  const id = useId();
  const long = options.some(([, words]) => words.length > chip);
  const One = long ? Radio : Radio.Button;
  return (
    <Field label={label} id={id} error={error}>
      <Radio.Group
        disabled={disabled}
        value={value}
        onChange={(e) => onChange(String(e.target.value))}
        aria-labelledby={id}
      >
        <Flex wrap gap={long ? "2px 18px" : 6}>
          {options.map(([code, words]) => (
            <span key={code}>
              <One value={code}>
                {words} {keys?.[code] && <Key>{keys[code]}</Key>}
              </One>
            </span>
          ))}
        </Flex>
      </Radio.Group>
    </Field>
  );
}

type TickProps = { label: ReactNode; hint?: string; checked: boolean; onChange: (on: boolean) => void };

/** Yes or no, as a labelled box to tick. */
export function Tick({ label, hint, checked, onChange }: TickProps) {
  return (
    <div data-tick>
      <Checkbox checked={checked} onChange={(e) => onChange(e.target.checked)}>
        {label}
        {hint && (
          <>
            <br />
            <small>{hint}</small>
          </>
        )}
      </Checkbox>
    </div>
  );
}

type SeveralProps = { label: string; value: string[]; options: Words; onChange: (value: string[]) => void };

/** Any of a few. */
export function Several({ label, value, options, onChange }: SeveralProps) {
  const id = useId();
  return (
    <Field label={label} id={id}>
      <Checkbox.Group value={value} onChange={onChange} role="group" aria-labelledby={id}>
        <Flex wrap gap="2px 18px">
          {options.map(([code, words]) => (
            <Checkbox key={code} value={code}>
              {words}
            </Checkbox>
          ))}
        </Flex>
      </Checkbox.Group>
    </Field>
  );
}
