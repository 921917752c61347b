import { useState } from "react";
import type { Assumption } from "../api/client";
import { Mark } from "../marks/Mark";
import { Figure } from "../parts/Figure";
import { figure } from "../words";
import { run } from "../parts/run";

type Props = {
  all: Assumption[];
  wrong: (code: string) => string | undefined;
  onSet: (assumed: Record<string, number>) => Promise<boolean>;
};

/** Every figure the race rests on: its range, where it comes from, and a place to set one's own. */
export function Assumptions({ all, wrong, onSet }: Props) {
  const own = Object.fromEntries(all.filter((a) => a.own).map((a) => [a.code, a.value]));
  const [open, setOpen] = useState("");
  return (
    <ul className="assumed">
      {all.map((a) => (
        <li key={a.code} data-assumed={a.code} data-own={a.own || undefined}>
          <span className="assumed-name">{a.name}</span>
          <span className="assumed-value">
            <b>{figure(a.value, 2)}</b> {a.unit}
            {a.high > a.low && (
              <small>
                {" "}
                {figure(a.low, 2)}–{figure(a.high, 2)}
              </small>
            )}{" "}
            {a.usual && !a.own && <Mark from={a.usual} />}
          </span>
          <span className="assumed-from">{a.from}</span>
          <button
            type="button"
            className="plain"
            aria-expanded={open === a.code}
            onClick={() => setOpen(open === a.code ? "" : a.code)}
          >
            {a.own ? "Yours" : "Set my own"}
          </button>
          {open === a.code && (
            <Own
              key={a.code}
              a={a}
              wrong={wrong(a.code)}
              onSet={async (v) => {
                const others = Object.entries(own).filter(([code]) => code !== a.code);
                const next = Object.fromEntries(v === undefined ? others : [...others, [a.code, v]]);
                if (await onSet(next)) setOpen("");
              }}
            />
          )}
        </li>
      ))}
    </ul>
  );
}

function Own({ a, wrong, onSet }: { a: Assumption; wrong?: string; onSet: (v: number | undefined) => Promise<void> }) {
  const [value, setValue] = useState<number | undefined>(a.value);
  return (
    <form
      className="assumed-own"
      onSubmit={(e) => {
        e.preventDefault();
        if (value !== undefined) run(onSet(value));
      }}
    >
      <Figure label={a.name} unit={a.unit} value={value} min={a.least} max={a.most} onChange={setValue} error={wrong} />
      <button type="submit" className="turned">
        Use it
      </button>
      {a.own && (
        <button type="button" className="plain" onClick={() => run(onSet(undefined))}>
          Back to the usual
        </button>
      )}
    </form>
  );
}
