import { useQuery } from "@tanstack/react-query";
import { Select } from "antd";
import { useDeferredValue, useId, useState } from "react";
import { fewPlants } from "../lib/api/queries";
import { tell } from "../words/ui";
import { Field } from "./Field";

/** A plant by its number and its tag. */
export type Picked = { value: number; label: string };

type Props = {
  label: string;
  value: Picked | undefined;
  /** The plant at hand, which is not offered. */
  not: number;
  onChange: (p: Picked) => void;
  error?: string;
};

/** A plant of the bench, found by typing. */
export function PickPlant({ label, value, not, onChange, error }: Props) {
  const id = useId();
  const [words, setWords] = useState("");
  const sought = useDeferredValue(words);
  const found = useQuery({ ...fewPlants({ q: sought || undefined, most: 20 }), placeholderData: (before) => before });
  const list = (found.data?.plants ?? []).filter((p) => p.id !== not);
  return (
    <Field label={label} of={id} error={error}>
      <Select<Picked>
        id={id}
        labelInValue
        value={value}
        placeholder={tell("which")}
        options={list.map((p) => ({ value: p.id, label: p.intake.tag }))}
        showSearch={{ filterOption: false, onSearch: setWords }}
        popupMatchSelectWidth={false}
        style={{ minWidth: "12em" }}
        notFoundContent={tell("no-plant-is-called-that")}
        status={error ? "error" : undefined}
        onChange={(p) => onChange({ value: p.value, label: p.label })}
      />
    </Field>
  );
}
