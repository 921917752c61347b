import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Refused, type Aftercare, type Noted } from "../../lib/api/client";
import { Checkin } from "../../lib/api/fields";
import { run } from "../../lib/run";
import { Choice } from "../../ui/Choice";
import { Day } from "../../ui/Day";
import { Figure } from "../../ui/Figure";
import { Fold } from "../../ui/Fold";
import { Marked } from "../../ui/Mark";
import { Row } from "../../ui/Row";
import { Aside, Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/aftercare";
import { Taping } from "./Taping";
import { asked, fieldsInOrder } from "./fields";
import { checkIn } from "./useAftercare";

type Field = keyof Noted;

/** The check-in of the day: what its protocols ask for at once, the rest on demand. */
export function CheckIn({ c }: { c: Aftercare }) {
  const cache = useQueryClient();
  const [noted, setNoted] = useState<Noted>({});
  const [error, setError] = useState<unknown>();
  const [on, setOn] = useState("");
  const [sending, setSending] = useState(false);
  const none = (f: Field) => ofTips.includes(f) && !((noted.tips ?? 0) > 0);
  const missing = c.missing === "medium";
  const first = fieldsInOrder.filter(
    (f) => (c.checks.includes(f) || ofTips.includes(f) || (missing && f === "stands_in")) && !none(f),
  );
  const rest = fieldsInOrder.filter((f) => !first.includes(f) && !none(f) && f !== "stands_in");
  const set = (f: Field, value: unknown) => {
    setError(undefined);
    setNoted((now) =>
      Object.fromEntries([
        ...Object.entries(now).filter(([k]) => k !== f),
        ...(value === undefined || value === "" ? [] : [[f, value] as const]),
      ]),
    );
  };
  const wrong = (f: string) => (error instanceof Refused ? (error.at(`noted.${f}`) ?? error.at(f)) : undefined);
  const send = () => {
    setSending(true);
    run(
      checkIn(cache, c.plant_id, noted, on).then(
        () => setNoted({}),
        (e: unknown) => {
          setError(e);
          setSending(false);
        },
      ),
    );
  };
  const empty = Object.keys(noted).length === 0;
  const fields = (list: Field[]) =>
    list.map((f) => <One key={f} field={f} noted={noted} onSet={set} error={wrong(f)} />);
  return (
    <section data-part="check-in" aria-label={tell("check-in-3")}>
      <Due c={c} />
      <div className={view.columns}>{fields(first)}</div>
      <Fold summary={tell("tape-a-root-and-follow-it-by")} id="tape">
        <Taping
          plant={c.plant_id}
          taped={noted.roots ?? []}
          onTape={(roots) => set("roots", roots.length > 0 ? roots : undefined)}
          wrong={wrong}
        />
      </Fold>
      <Fold summary={tell("more")}>
        <div className={view.columns}>{fields(rest)}</div>
        <TextLine {...Checkin.note} value={noted.note ?? ""} onChange={(v) => set("note", v)} error={wrong("note")} />
      </Fold>
      {Boolean(error) && !(error instanceof Refused && error.problem?.faults) && <Trouble error={error} />}
      {wrong("noted") && <Trouble error={error} />}
      <Row>
        <Day label={tell("seen-on-the-day")} value={on || c.day} needed onChange={setOn} error={wrong("on")} />
        <Button type="primary" disabled={empty || sending} onClick={send}>
          {tell("keep-this-check-in")}
        </Button>
      </Row>
    </section>
  );
}

/** Whether a check-in is due, and what is looked at. */
function Due({ c }: { c: Aftercare }) {
  const due = c.due.find((d) => d.job === "check");
  const now = due && due.on <= c.day;
  const state = now ? (due.late_days ? tell("due-days-late", { latedays: due.late_days }) : tell("due-now")) : "";
  return (
    <>
      <h2>
        <Tell of="check-in-4" with={{ state: <Aside>{state}</Aside> }} />
      </h2>
      {due && (
        <Why>
          <Marked text={due.how} />
        </Why>
      )}
    </>
  );
}

/** What is asked once a tip was seen. */
const ofTips: Field[] = ["tip_state", "tips_at", "longest_mm"];

type OneProps = { field: Field; noted: Noted; onSet: (f: Field, value: unknown) => void; error?: string };

/** One thing that is looked at; tapped again, it was not. */
function One({ field, noted, onSet, error }: OneProps) {
  const how = asked[field];
  if (!how) return null;
  const value = noted[field];
  if ("options" in how) {
    return (
      <Choice
        label={how.label}
        value={typeof value === "string" ? value : ""}
        options={how.options}
        onChange={(v) => onSet(field, v)}
        error={error}
      />
    );
  }
  return (
    <Row>
      <Figure
        {...how}
        value={typeof value === "number" ? value : undefined}
        by={how.whole ? 1 : undefined}
        start={0}
        onChange={(v) => onSet(field, v)}
        error={error}
      />
    </Row>
  );
}
