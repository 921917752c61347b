import { DatePicker, Segmented } from "antd";
import dayjs from "dayjs";
import { useState } from "react";
import { known, today, type Known } from "../lib/dates";
import { tell } from "../words/ui";
import css from "./day.module.css";

type Props = {
  label: string;
  value: string;
  part?: boolean;
  future?: boolean;
  onTake: (of: string) => void;
  onClose: () => void;
};

const kept: Record<Known, string> = { date: "YYYY-MM-DD", month: "YYYY-MM", year: "YYYY" };
const kinds = [
  { value: "date", label: tell("a-day") },
  { value: "month", label: tell("a-month") },
  { value: "year", label: tell("a-year") },
];

/** The calendar of a day, a month or a year. */
export default function DayPicker({ label, value, part, future, onTake, onClose }: Props) {
  const [kind, setKind] = useState<Known>(value ? known(value) : "date");
  return (
    <span className={css.calendar}>
      <DatePicker
        open
        aria-label={label}
        value={value ? dayjs(value) : null}
        picker={kind}
        inputReadOnly
        popupAlign={{ overflow: { adjustX: false, shiftX: true, adjustY: true } }}
        disabledDate={(d) => !future && d.format(kept.date) > today()}
        onChange={(d) => {
          if (d) onTake(d.format(kept[kind]));
        }}
        onOpenChange={(open) => {
          if (!open) onClose();
        }}
        renderExtraFooter={
          part
            ? () => <Segmented block value={kind} options={kinds} onChange={(k) => setKind(k as Known)} />
            : undefined
        }
      />
    </span>
  );
}
