import { Button } from "antd";
import { useState } from "react";
import type { Assumption } from "../../lib/api/client";
import { figure, unitOf } from "../../lib/words";
import { Figure } from "../../ui/Figure";
import { Mark } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Say } from "../../ui/Say";
import { tell } from "../../words/race";
import css from "./race.module.css";

type Props = {
  all: Assumption[];
  wrong: (code: string) => string | undefined;
  onSet: (assumed: Record<string, number>, onKept: () => void) => void;
};

/** Every figure the race rests on: its range, where it comes from, and a place to set one's own. */
export function Assumptions({ all, wrong, onSet }: Props) {
  const own = Object.fromEntries(all.filter((a) => a.own).map((a) => [a.code, a.value]));
  const [open, setOpen] = useState("");
  return (
    <ul className={css.assumed}>
      {all.map((a) => (
        <li key={a.code} data-assumed={a.code} data-own={a.own || undefined}>
          <span>{a.name}</span>
          <span>
            <b>{figure(a.value, 2)}</b> {a.unit && unitOf(a.unit)}
            {a.high > a.low && (
              <small>
                {" "}
                {figure(a.low, 2)}–{figure(a.high, 2)}
              </small>
            )}{" "}
            {a.usual && !a.own && <Mark from={a.usual} />}
          </span>
          <span>
            <Say of={a.from} />
          </span>
          <Plain aria-expanded={open === a.code} onClick={() => setOpen(open === a.code ? "" : a.code)}>
            {a.own ? tell("yours") : tell("set-my-own")}
          </Plain>
          {open === a.code && (
            <Own
              key={a.code}
              a={a}
              wrong={wrong(a.code)}
              onSet={(v) => {
                const others = Object.entries(own).filter(([code]) => code !== a.code);
                const next = Object.fromEntries(v === undefined ? others : [...others, [a.code, v]]);
                onSet(next, () => setOpen(""));
              }}
            />
          )}
        </li>
      ))}
    </ul>
  );
}

function Own({ a, wrong, onSet }: { a: Assumption; wrong?: string; onSet: (v: number | undefined) => void }) {
  const [value, setValue] = useState<number | undefined>(a.value);
  return (
    <form
      className={css.own}
      onSubmit={(e) => {
        e.preventDefault();
        if (value !== undefined) onSet(value);
      }}
    >
      <Figure label={a.name} unit={a.unit} value={value} min={a.least} max={a.most} onChange={setValue} error={wrong} />
      <Button htmlType="submit">{tell("use-it")}</Button>
      {a.own && <Plain onClick={() => onSet(undefined)}>{tell("back-to-the-usual")}</Plain>}
    </form>
  );
}
