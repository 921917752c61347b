import { CalendarOutlined } from "@ant-design/icons";
import { Button, Input, Space } from "antd";
import { lazy, Suspense, useId, useState, type ReactNode } from "react";
import { day, readDay, wrongDay } from "../lib/dates";
import { tell } from "../words/ui";
import { Field } from "./Field";
import css from "./day.module.css";
import { drawn } from "./drawn";

const DayPicker = lazy(() => import("./DayPicker"));

type Props = {
  label: string;
  hint?: ReactNode;
  value: string;
  onChange: (iso: string) => void;
  /** A month or a year will do. */
  part?: boolean;
  /** It may be a day to come. */
  future?: boolean;
  /** It has to be given: what is emptied stays as it was. */
  needed?: boolean;
  error?: string;
};

/** A day: typed as one writes days, or picked. The calendar comes when it is asked for. */
export function Day({ label, hint, value, onChange, part, future, needed, error }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string>();
  const [wrong, setWrong] = useState("");
  const [open, setOpen] = useState(false);
  const shown = value && day(value);
  const take = (of: string | undefined, empty: boolean) => {
    const fault = empty ? "" : wrongDay(of, { part, future });
    setWrong(fault);
    if (fault) return;
    setTyped(undefined);
    if (empty ? !needed && value : of !== value) onChange(empty ? "" : (of ?? ""));
  };
  const read = () => typed !== undefined && take(readDay(typed), typed.trim() === "");
  return (
    <Field label={label} hint={hint} of={id} error={wrong || error}>
      <Space.Compact>
        <Input
          id={id}
          className={css.day}
          value={typed ?? shown}
          placeholder={part ? tell("day-or-year") : tell("a-day-2")}
          status={wrong || error ? "error" : undefined}
          aria-invalid={!!(wrong || error)}
          autoComplete="off"
          data-day
          onChange={(e) => {
            setTyped(e.target.value);
            setWrong("");
          }}
          onBlur={read}
          onKeyDown={(e) => {
            if (e.key !== "Enter") return;
            e.preventDefault(); // it ends the day, and sends no form
            read();
          }}
        />
        <Button
          icon={<CalendarOutlined {...drawn} />}
          aria-label={tell("calendar", { label })}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        />
      </Space.Compact>
      {open && (
        <Suspense>
          <DayPicker
            label={label}
            value={value}
            part={part}
            future={future}
            onTake={(of) => {
              take(of, false);
              setOpen(false);
            }}
            onClose={() => setOpen(false)}
          />
        </Suspense>
      )}
    </Field>
  );
}
