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
import { length, listed, percent, unitOf } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Rows } from "../../ui/Rows";
import { Aside, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/progress";
import { lineNames } from "./Weeks";

const spans: Record<string, string> = {
  "14": tell("two-weeks"),
  "60": tell("two-months"),
  "90": tell("three-months"),
  season: tell("the-next-season"),
};

/** Looks back at its move: the one that is due is open, those that were made are folded. */
export function LookBacks({ p }: { p: Progress }) {
  const due = p.look_backs.find((b) => b.state === "due");
  const done = p.look_backs.filter((b) => b.state === "done");
  const next = p.look_backs.find((b) => b.state === "coming");
  if (p.look_backs.length === 0) return null;
  return (
    <section data-part="look-back" aria-label={tell("look-back")}>
      {(due ?? (done.length > 0 || next)) && <h2>{tell("look-back")}</h2>}
      {due && <Back key={`${due.of} ${due.from_on}`} p={p} b={due} />}
      {done.map((b) => (
        <Fold
          key={b.of}
          id={`look-back-${b.of}`}
          summary={tell("made-on", { spans: spans[b.of], on: day(b.on ?? ""), said: b.said?.text ?? "" })}
        >
          <Back p={p} b={b} />
        </Fold>
      ))}
      {!due && next && (
        <Why>
          {tell("the-next-look-back-is-on-after", {
            dueon: day(next.due_on),
            of: next.of,
          })}
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
        <Marked text={b.title} /> <Aside>{tell("moved-on", { fromon: day(b.from_on) })}</Aside>
      </p>
      <Sides b={b} />
      <p data-part="sentence">
        {b.said ? (
          <Say of={b.said} />
        ) : (
          <>
            <Say of={p.verdict.words} /> <Say of={p.verdict.how_sure} />
          </>
        )}
      </p>
      {Boolean(error) && <Trouble error={error} />}
      <Choice
        label={tell("would-you-do-it-again")}
        value={again}
        options={[
          ["yes", tell("yes")],
          ["no", tell("no")],
          ["", tell("not-sure")],
        ]}
        onChange={setAgain}
        error={wrong("again")}
      />
      <TextLine {...KeepLookBack.note} value={note} rows={2} onChange={setNote} error={wrong("note")} />
      <Row>
        <Button type={b.version ? "default" : "primary"} onClick={() => keep()}>
          {b.version ? tell("keep-the-change") : tell("keep-this-look-back")}
        </Button>
        {b.version > 0 && <Plain onClick={() => keep(true)}>{tell("take-it-back")}</Plain>}
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
    return v.unit === "mm" ? length(v.value) : `${Math.round(v.value)} ${unitOf(v.unit)}`.trim();
  };
  const rows: Line[] = [
    { what: tell("stage"), then: then.name ?? "–", now: now.name ?? "–" },
    ...codes.map((c) => ({ what: lineNames[c] ?? c, then: write(then, c), now: write(now, c) })),
  ];
  const done = Object.entries(b.deeds ?? {}).map(([deed, n]) => tell("deed", { deed, n }));
  return (
    <>
      <Rows
        caption={tell("then-and-now")}
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
          <Tell
            of="of-roots-are-kept-new-new"
            with={{
              kept: Math.round(side.kept * side.kept_of),
              keptof: side.kept_of,
              newroots: side.since.new_roots,
              branches: Math.max(0, side.branches),
            }}
          />{" "}
          {table && tell("are-expected", { keptshare: percent(table.kept_share.value) })}
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
      <Why>{done.length > 0 ? tell("in-between", { done: listed(done) }) : tell("nothing-was-noted-as-done-in")}</Why>
    </>
  );
}
