import { Select } from "antd";
import { useId } from "react";
import { Field } from "./Field";
import css from "./pick.module.css";

type One<T> = { value: T; label: string };
type Options<T> = readonly (One<T> | { label: string; options: One<T>[] })[];

type Props<T> = {
  label: string;
  /** The words are for those who cannot see it: where it stands, it is plain. */
  bare?: boolean;
  value: T | undefined;
  options: Options<T>;
  onChange: (value: T) => void;
  /** Shown when nothing is chosen. */
  empty?: string;
  error?: string;
};

/** How many options a glance finds; from there on they are searched by typing. */
const glance = 7;

/** One of many, from a list that is searched by typing. */
export function Pick<T extends string | number>(p: Props<T>) {
  const id = useId();
  const list = (
    <Select<T>
      id={id}
      className={css.pick}
      aria-label={p.bare ? p.label : undefined}
      value={p.value}
      options={[...p.options]}
      placeholder={p.empty}
      showSearch={p.options.length > glance ? { optionFilterProp: "label" } : false}
      popupMatchSelectWidth={false}
      status={p.error ? "error" : undefined}
      onChange={p.onChange}
    />
  );
  if (p.bare) return <span data-field={p.label}>{list}</span>;
  return (
    <Field label={p.label} of={id} error={p.error}>
      {list}
    </Field>
  );
}
