import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { RootFan } from "../../draw/fan/RootFan";
import { ask, client, Refused, type LookBack, type Progress } from "../../lib/api/client";
import { KeepLookBack } from "../../lib/api/fields";
import { progressKnowledge } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { inOrder } from "../../lib/outbox";
import { run } from "../../lib/run";
import { length, percent } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Rows } from "../../ui/Rows";
import { Aside, Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { lineNames } from "./Weeks";

const spans: Record<string, string> = {
  "14": "Two weeks",
  "60": "Two months",
  "90": "Three months",
  season: "The next season",
};
const deedWords: Record<string, string> = {
  moved: "moved",
  watered: "watered",
  fed: "fed",
  treated: "treated",
  cut: "cleaned",
  broke: "something broke",
};

/** Looks back at its move: the one that is due is open, those that were made are folded. */
export function LookBacks({ p }: { p: Progress }) {
  const due = p.look_backs.find((b) => b.state === "due");
  const done = p.look_backs.filter((b) => b.state === "done");
  const next = p.look_backs.find((b) => b.state === "coming");
  if (p.look_backs.length === 0) return null;
  return (
    <section data-part="look-back" aria-label="Look back">
      {(due ?? (done.length > 0 || next)) && <h2>Look back</h2>}
      {due && <Back key={`${due.of} ${due.from_on}`} p={p} b={due} />}
      {done.map((b) => (
        <Fold
          key={b.of}
          id={`look-back-${b.of}`}
          summary={`${spans[b.of]}, made on ${day(b.on ?? "")}: ${b.said ?? ""}`}
        >
          <Back p={p} b={b} />
        </Fold>
      ))}
      {!due && next && (
        <Why>
          The next look back is on {day(next.due_on)}, {(spans[next.of] ?? "").toLowerCase()} after its move.
        </Why>
      )}
    </section>
  );
}

/** Then and now side by side, what was done in between, and its keeper's word. */
function Back({ p, b }: { p: Progress; b: LookBack }) {
  const [again, setAgain] = useState<string>(b.again ?? "");
  const [note, setNote] = useState(b.note ?? "");
  const [error, setError] = useState<unknown>();
  const keep = (gone?: boolean) => {
    setError(undefined);
    run(
      inOrder(() =>
        ask(
          client.PUT("/api/v1/plants/{id}/lookback", {
            params: { path: { id: p.plant_id } },
            body: {
              of: b.of,
              version: b.version,
              note: note.trim() || undefined,
              ...((again === "yes" || again === "no") && { again }),
              ...(gone && { gone }),
            },
          }),
        ),
      ).catch(setError),
    );
  };
  const wrong = (f: string) => (error instanceof Refused ? error.at(f) : undefined);
  return (
    <div data-look-back={b.of}>
      <p>
        <Marked text={b.title} /> <Aside>Moved on {day(b.from_on)}.</Aside>
      </p>
      <Sides b={b} />
      <p data-part="sentence">
        {b.said ?? (
          <>
            {p.verdict.words.value} {p.verdict.how_sure?.value}
          </>
        )}
      </p>
      {Boolean(error) && <Trouble error={error} />}
      <Choice
        label="Would you do it again?"
        value={again}
        options={[
          ["yes", "Yes"],
          ["no", "No"],
          ["", "Not sure"],
        ]}
        onChange={setAgain}
        error={wrong("again")}
      />
      <TextLine {...KeepLookBack.note} value={note} rows={2} onChange={setNote} error={wrong("note")} />
      <Row>
        <Button type={b.version ? "default" : "primary"} onClick={() => keep()}>
          {b.version ? "Keep the change" : "Keep this look back"}
        </Button>
        {b.version > 0 && <Plain onClick={() => keep(true)}>Take it back</Plain>}
      </Row>
    </div>
  );
}

type Line = { what: string; then: string; now: string };

/** The figures of the two days, and the roots as they grew. */
function Sides({ b }: { b: LookBack }) {
  const { then, now, beside: side } = b;
  const table = useQuery(progressKnowledge).data;
  if (!then || !now) return null;
  const codes = [...new Set([...then.values, ...now.values].map((v) => v.code))].filter((c) => c !== "bulbs");
  const write = (s: typeof then, code: string) => {
    const v = s.values.find((x) => x.code === code);
    if (!v) return "–";
    return v.unit === "mm" ? length(v.value) : `${Math.round(v.value)} ${v.unit}`.trim();
  };
  const rows: Line[] = [
    { what: "Stage", then: then.name ?? "–", now: now.name ?? "–" },
    ...codes.map((c) => ({ what: lineNames[c] ?? c, then: write(then, c), now: write(now, c) })),
  ];
  const done = Object.entries(b.deeds ?? {}).map(
    ([kind, n]) => `${deedWords[kind] ?? kind} ${n === 1 ? "once" : `${n} times`}`,
  );
  return (
    <>
      <Rows
        caption="Then and now"
        rows={rows}
        keyOf={(r) => r.what}
        columns={[
          { title: "", head: true, of: (r) => r.what },
          { title: day(then.on), of: (r) => r.then },
          { title: day(now.on), of: (r) => r.now },
        ]}
      />
      {side && side.kept_of > 0 && side.then.on !== side.now.on && (
        <p data-part="kept">
          {Math.round(side.kept * side.kept_of)} of {side.kept_of} roots are kept
          {table && `; ${percent(table.kept_share.value)} are expected`}. {side.since.new_roots} new,{" "}
          {Math.max(0, side.branches)} new branches.
        </p>
      )}
      {side && side.drawn.reading.roots.length > 0 && side.then.on !== side.now.on && (
        <RootFan
          reading={side.drawn.reading}
          verdict={side.drawn.verdict}
          grown={side.since.roots}
          lost={side.gone}
          height={260}
        />
      )}
      <Why>{done.length > 0 ? `In between: ${done.join(", ")}.` : "Nothing was noted as done in between."}</Why>
    </>
  );
}
