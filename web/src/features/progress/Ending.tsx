import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, Refused, type Closing, type Progress } from "../../lib/api/client";
import { ProgressClosing } from "../../lib/api/fields";
import { causeKnowledge, progressKnowledge } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { inOrder } from "../../lib/outbox";
import { run } from "../../lib/run";
import { percent } from "../../lib/words";
import { Choice, Tick } from "../../ui/Choice";
import { Facts } from "../../ui/Facts";
import { Fold } from "../../ui/Fold";
import { KeepersOnly } from "../../ui/KeepersOnly";
import { Marked } from "../../ui/Mark";
import { Notice } from "../../ui/Notice";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/progress";

/** How it leaves the bench, or left it: and what its stay came to. */
export function Ending({ p }: { p: Progress }) {
  const [error, setError] = useState<unknown>();
  const keep = (closing: Closing, open: boolean) => {
    setError(undefined);
    run(
      inOrder(() =>
        ask(
          client.PUT("/api/v1/plants/{id}/closing", {
            params: { path: { id: p.plant_id } },
            body: { version: p.closed.version, closing, ...(open && { open }) },
          }),
        ),
      ).catch(setError),
    );
  };
  const is = p.closed.closing;
  if (is) {
    return (
      <section data-part="closed" aria-label={tell("closed")}>
        <Notice is="note">
          <Tell of="closed-on" with={{ on: day(p.closed.on ?? ""), words: <Say of={p.closed.words} /> }} />
        </Notice>
        <Came p={p} />
        {Boolean(error) && <Trouble error={error} />}
        <KeepersOnly words={tell("a-keeper-opens-it-again")}>
          <Row>
            <Button onClick={() => keep(is, true)}>{tell("open-it-again")}</Button>
          </Row>
        </KeepersOnly>
      </section>
    );
  }
  return (
    <Fold summary={tell("close-it-recovered-given-away-or")} id="close">
      <Came p={p} />
      <KeepersOnly words={tell("a-keeper-closes-a-plant")}>
        <CloseForm error={error} onKeep={(c) => keep(c, false)} />
      </KeepersOnly>
    </Fold>
  );
}

/** What its stay came to: days, roots, and what was done. */
function Came({ p }: { p: Progress }) {
  const c = p.closed.course;
  const rows: [string, string][] = [
    ...(c.days_here ? [[tell("days-here"), String(c.days_here)] as [string, string]] : []),
    ...(c.days_to_tip ? [[tell("days-to-the-first-tip"), String(c.days_to_tip)] as [string, string]] : []),
    ...(c.days_to_established
      ? [[tell("days-to-established"), String(c.days_to_established)] as [string, string]]
      : []),
    ...(c.days_to_bloom ? [[tell("days-to-the-first-flower"), String(c.days_to_bloom)] as [string, string]] : []),
    ...(c.highest ? [[tell("highest-stage"), c.highest] as [string, string]] : []),
    ...(c.kept_of > 0
      ? [[tell("roots-kept"), tell("of", { kept: percent(c.kept), keptof: c.kept_of })] as [string, string]]
      : []),
    [tell("moved-watered-fed-treated"), [c.moves, c.waterings, c.feeds, c.treatments].join(", ")],
  ];
  return <Facts rows={rows} />;
}

type FormProps = { error: unknown; onKeep: (c: Closing) => void };

function CloseForm({ error, onKeep }: FormProps) {
  const [c, setC] = useState<Partial<Closing>>({});
  const set = (to: Partial<Closing>) => setC((now) => ({ ...now, ...to }));
  const wrong = (f: string) => (error instanceof Refused ? error.at(`closing.${f}`) : undefined);
  const lost = c.how === "lost";
  const form = { c, set, wrong };
  const send = () => {
    if (!c.how) return;
    const { how, word, lesson, again, cause, rhizome, medium, anyway } = c;
    onKeep({
      how,
      ...(word?.trim() && { word: word.trim() }),
      ...(lesson?.trim() && { lesson: lesson.trim() }),
      ...(again && { again }),
      ...(lost && cause && { cause }),
      ...(lost && rhizome && { rhizome }),
      ...(lost && medium && { medium }),
      ...((lost ? isLeft(c) : how === "recovered") && anyway && { anyway }),
    });
  };
  return (
    <>
      {Boolean(error) && !(error instanceof Refused && error.problem?.faults) && <Trouble error={error} />}
      <Choice
        label={tell("it-is")}
        value={c.how ?? ""}
        options={[
          ["recovered", tell("recovered")],
          ["given", tell("given-away")],
          ["lost", tell("lost")],
        ]}
        onChange={(v) => set({ how: v as Closing["how"] })}
        error={wrong("how")}
      />
      {c.how === "recovered" && (c.anyway || wrong("how")) && (
        <Tick label={tell("recovered-all-the-same")} checked={!!c.anyway} onChange={(anyway) => set({ anyway })} />
      )}
      {lost && <Lost {...form} />}
      {c.how && <Told {...form} />}
      <Row>
        <Button type="primary" disabled={!c.how} onClick={send}>
          {tell("close-it")}
        </Button>
      </Row>
    </>
  );
}

type PartProps = {
  c: Partial<Closing>;
  set: (to: Partial<Closing>) => void;
  wrong: (field: string) => string | undefined;
};

/** Something of it may grow yet. */
const isLeft = (c: Partial<Closing>) => c.rhizome === "firm" || c.rhizome === "doubtful";

/** What is left of a lost plant, what killed it, and what became of its medium. */
function Lost({ c, set, wrong }: PartProps) {
  const causes = useQuery(causeKnowledge).data?.causes ?? [];
  const say = useQuery(progressKnowledge).data?.close;
  return (
    <>
      <Choice
        label={tell("of-its-rhizome-eyes-and-crown")}
        value={c.rhizome ?? ""}
        options={[
          ["none", tell("nothing-firm-is-left")],
          ["doubtful", tell("doubtful")],
          ["firm", tell("something-firm-is-left")],
        ]}
        onChange={(v) => set({ rhizome: v as Closing["rhizome"] })}
        error={wrong("rhizome")}
      />
      {isLeft(c) && say?.[c.rhizome ?? ""] && (
        <Notice
          is="alarm"
          acts={<Tick label={tell("it-is-gone-already")} checked={!!c.anyway} onChange={(anyway) => set({ anyway })} />}
        >
          <Say of={say[c.rhizome ?? ""]} />
        </Notice>
      )}
      <Pick
        label={tell("what-killed-it")}
        value={c.cause ?? ""}
        options={[{ value: "", label: tell("not-known") }, ...causes.map((x) => ({ value: x.code, label: x.name }))]}
        onChange={(cause) => set({ cause })}
        error={wrong("cause")}
      />
      <Choice
        label={tell("its-medium")}
        value={c.medium ?? ""}
        options={[
          ["boiled", tell("boiled")],
          ["thrown", tell("thrown")],
        ]}
        onChange={(v) => set({ medium: v as Closing["medium"] })}
        error={wrong("medium")}
      />
      {say?.medium && say.pest && (
        <Why>
          <Marked text={say.medium} /> <Marked text={say.pest} />
        </Why>
      )}
    </>
  );
}

const Told = ({ c, set, wrong }: PartProps) => (
  <>
    <TextLine
      {...ProgressClosing.word}
      label={c.how === "given" ? tell("a-word-on-where-it-went-and-how") : tell("a-word-on-it")}
      value={c.word ?? ""}
      onChange={(word) => set({ word })}
      error={wrong("word")}
    />
    <TextLine
      {...ProgressClosing.lesson}
      value={c.lesson ?? ""}
      rows={2}
      onChange={(lesson) => set({ lesson })}
      error={wrong("lesson")}
    />
  </>
);
