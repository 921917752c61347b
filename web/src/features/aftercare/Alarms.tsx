import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Refused, type Aftercare } from "../../lib/api/client";
import { AftercareSnooze } from "../../lib/api/fields";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { Day } from "../../ui/Day";
import { Marked } from "../../ui/Mark";
import { Notice } from "../../ui/Notice";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/aftercare";
import { choose } from "./useAftercare";

type Sounding = Aftercare["alarms"][number];
const nameOf = (a: Sounding) => `${a.protocol}/${a.code}`;

/** Alarms with what to do; each can be put off, with a reason and until a day. */
export function Alarms({ c }: { c: Aftercare }) {
  const cache = useQueryClient();
  const [error, setError] = useState<unknown>();
  const keep = (snoozed: NonNullable<Aftercare["chosen"]["snoozed"]>) => {
    setError(undefined);
    return choose(cache, c, { ...c.chosen, snoozed }).catch(setError);
  };
  const back = (a: Sounding) => {
    const others = Object.entries(c.chosen.snoozed ?? {}).filter(([of]) => of !== nameOf(a));
    run(keep(Object.fromEntries(others)));
  };
  const wrong = (a: Sounding, f: string) =>
    error instanceof Refused ? error.at(`chosen.snoozed[${nameOf(a)}].${f}`) : undefined;
  return (
    <>
      {Boolean(error) && <Trouble error={error} />}
      {c.alarms.map((a) => (
        <div key={nameOf(a)} data-alarm={a.code}>
          <Notice
            is="alarm"
            acts={
              <>
                <Marked text={a.then} />{" "}
                <PutOff
                  wrong={(f) => wrong(a, f)}
                  onKeep={(until, reason) => run(keep({ ...c.chosen.snoozed, [nameOf(a)]: { until, reason } }))}
                />
              </>
            }
          >
            <Say of={a.words} />
          </Notice>
        </div>
      ))}
      {c.snoozed.map((a) => (
        <div key={nameOf(a)} data-snoozed={a.code}>
          <Why>
            <Tell
              of="put-off-until"
              with={{
                until: day(a.until ?? ""),
                what: <Say of={a.words} />,
                reason: a.reason,
                undo: <Plain onClick={() => back(a)}>{tell("let-it-sound-again")}</Plain>,
              }}
            />
          </Why>
        </div>
      ))}
      {c.deferred.map((a) => (
        <Why key={nameOf(a)}>
          <Say of={a.words} /> <Marked text={a.then} />
        </Why>
      ))}
    </>
  );
}

type PutOffProps = { wrong: (field: string) => string | undefined; onKeep: (until: string, reason: string) => void };

/** Not now: why, and until when. */
function PutOff({ wrong, onKeep }: PutOffProps) {
  const [open, setOpen] = useState(false);
  const [until, setUntil] = useState("");
  const [reason, setReason] = useState("");
  if (!open) return <Plain onClick={() => setOpen(true)}>{tell("put-this-off")}</Plain>;
  return (
    <Row>
      <TextLine {...AftercareSnooze.reason} value={reason} onChange={setReason} error={wrong("reason")} autoFocus />
      <Day label={tell("it-sounds-again-on")} value={until} future onChange={setUntil} error={wrong("until")} />
      <Button disabled={!until || !reason.trim()} onClick={() => onKeep(until, reason.trim())}>
        {tell("put-the-alarm-off")}
      </Button>
    </Row>
  );
}
