import { Button } from "antd";
import { useState } from "react";
import { WeeksDrawing } from "../../draw/WeeksDrawing";
import type { GrowthPoint, Progress } from "../../lib/api/client";
import { after, day } from "../../lib/dates";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { Row } from "../../ui/Row";
import { Rows } from "../../ui/Rows";
import { Aside } from "../../ui/Said";
import { tell } from "../../words/progress";

export const lineNames: Record<string, string> = {
  bare: tell("weight"),
  pot: tell("pot"),
  roots: tell("living-root"),
  longest: tell("longest-new"),
  tips: tell("tips"),
  leaf: tell("new-leaf"),
  shoot: tell("new-growth"),
  bulbs: tell("bulbs"),
};

const bulbWords: Record<string, string> = {
  "1": tell("bulbs-plumper"),
  "0": tell("the-same"),
  "-1": tell("bulbs-thinner"),
};

const spans = [
  ["28", tell("4-weeks")],
  ["91", tell("3-months")],
  ["all", tell("all")],
] as const;

/** All its measures over the weeks, with what was done: drawn, as a table, and to take away. */
export function Weeks({ p, tag }: { p: Progress; tag: string }) {
  const [span, setSpan] = useState<string>("all");
  const [back, setBack] = useState(0);
  const all = p.lines.flatMap((l) => l.points.map((q) => q.on));
  if (all.length === 0) return null;
  const moved = p.deeds.filter((d) => d.kind === "moved").map((d) => d.on);
  const first = [...all, ...moved].reduce((a, b) => (a < b ? a : b));
  const days = span === "all" ? Math.max(7, between(first, p.day)) : Number(span);
  const to = after(p.day, -back * days);
  const from = after(to, -days);
  const lines = p.lines.map((line) => ({ line, name: lineNames[line.code] ?? line.code }));
  const choose = (s: string) => {
    setSpan(s || "all");
    setBack(0);
  };
  return (
    <section data-part="weeks" aria-label={tell("week-by-week")}>
      <h2>{tell("week-by-week")}</h2>
      <Row>
        <Choice label={tell("shown")} value={span} options={spans} onChange={choose} />
        {span !== "all" && (
          <>
            <Button disabled={from <= first} onClick={() => setBack(back + 1)}>
              {tell("earlier")}
            </Button>
            <Button disabled={back === 0} onClick={() => setBack(back - 1)}>
              {tell("later")}
            </Button>
          </>
        )}
      </Row>
      <WeeksDrawing lines={lines} deeds={p.deeds} from={from} to={to} />
      <Fold summary={tell("the-figures")} id="figures">
        <Rows
          caption={tell("all-its-measures")}
          rows={table(p).reverse()}
          keyOf={(r) => r.key}
          columns={[
            { title: tell("day"), head: true, of: (r) => day(r.on) },
            { title: tell("what"), of: (r) => r.what },
            { title: tell("figure"), of: (r) => r.words },
            { title: tell("from"), of: (r) => <Aside>{r.from}</Aside> },
          ]}
        />
        <Button href={`data:text/csv;charset=utf-8,${encodeURIComponent(csv(p))}`} download={`${tag}.csv`}>
          {tell("take-the-figures-away-csv")}
        </Button>
      </Fold>
    </section>
  );
}

const between = (a: string, b: string) => Math.round((Date.parse(b) - Date.parse(a)) / 86_400_000);

type Line = {
  key: string;
  on: string;
  what: string;
  value?: number;
  words: string;
  unit: string;
  off?: number;
  from: string;
};

/** Measures and deeds, the oldest first. */
function table(p: Progress): Line[] {
  const points = (of: string, what: string, unit: string, list: GrowthPoint[]) =>
    list.map((q, i) => ({
      key: `${of} ${q.on} ${i}`,
      on: q.on,
      what,
      value: round(q.value),
      words: of === "bulbs" ? (bulbWords[String(q.value)] ?? "") : `${round(q.value)} ${unit}`.trim(),
      unit,
      off: q.off > 0 ? round(q.off) : undefined,
      from: q.from,
    }));
  return [
    ...p.lines.flatMap((l) => points(l.code, lineNames[l.code] ?? l.code, l.code === "bulbs" ? "" : l.unit, l.points)),
    ...p.tracks.flatMap((t) => points(t.root, tell("root-2", { label: t.label }), "mm", t.points)),
    ...p.deeds.map((d, i) => ({ key: `deed ${i}`, on: d.on, what: d.words, words: "", unit: "", from: "done" })),
  ].sort((a, b) => a.on.localeCompare(b.on));
}

const round = (n: number) => Math.round(n * 10) / 10;

/** A cell as a table program reads it: quoted where it must be, and never as a formula. */
const cell = (v: string | number | undefined) => {
  const s = String(v ?? "");
  const plain = typeof v === "string" && /^[=+@-]/.test(s) ? `'${s}` : s;
  return /[",\n]/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain;
};

/** The same as comma-separated values. */
function csv(p: Progress): string {
  const lines = table(p).map((r) => [r.on, r.what, r.value, r.unit, r.off, r.from].map(cell).join(","));
  return ["day,what,value,unit,off_by,from", ...lines].join("\r\n") + "\r\n";
}
