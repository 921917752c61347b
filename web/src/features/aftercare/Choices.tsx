import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { Refused, type Aftercare, type CareChosen } from "../../lib/api/client";
import { AftercareShift } from "../../lib/api/fields";
import { aftercareKnowledge } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { Day } from "../../ui/Day";
import { Fold } from "../../ui/Fold";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/aftercare";
import { choose } from "./useAftercare";

/** Another protocol, a job put off, a job left out: each with its reason. */
export function Choices({ c }: { c: Aftercare }) {
  const cache = useQueryClient();
  const table = useQuery(aftercareKnowledge).data;
  const [job, setJob] = useState<string>();
  const [to, setTo] = useState("");
  const [reason, setReason] = useState("");
  const [error, setError] = useState<unknown>();
  if (!table) return null;
  const keep = (chosen: CareChosen) => {
    setError(undefined);
    run(
      choose(cache, c, chosen).then(() => {
        setJob(undefined);
        setTo("");
        setReason("");
      }, setError),
    );
  };
  const nameOf = (code: string) => table.jobs.find((j) => j.code === code)?.do ?? code;
  const wrong = (f: string) => (error instanceof Refused ? error.at(f) : undefined);
  const jobs = c.due.map((d) => ({ value: d.job, label: d.do.text }));
  return (
    <Fold summary={tell("do-it-otherwise")} id="otherwise">
      {Boolean(error) && <Trouble error={error} />}
      {c.missing !== "home" && (
        <Pick
          label={tell("protocol")}
          value={c.chosen.protocol ?? ""}
          error={wrong("chosen.protocol")}
          options={[
            { value: "", label: tell("as-its-home-has-it") },
            ...table.protocols.map((p) => ({ value: p.code, label: p.name })),
          ]}
          onChange={(code) => keep({ ...c.chosen, protocol: code || undefined })}
        />
      )}
      <Row label={tell("put-a-job-off-or-leave-it-out")}>
        <Pick label={tell("job")} value={job} options={jobs} onChange={setJob} empty={tell("which")} />
        <TextLine
          {...AftercareShift.reason}
          value={reason}
          onChange={setReason}
          error={wrong(`chosen.shifts[${job}].reason`)}
        />
        <Day label={tell("put-off-to")} value={to} future onChange={setTo} error={wrong(`chosen.shifts[${job}].to`)} />
        <Button
          disabled={!job || !to || !reason.trim()}
          onClick={() =>
            job && keep({ ...c.chosen, shifts: { ...c.chosen.shifts, [job]: { to, reason: reason.trim() } } })
          }
        >
          {tell("put-it-off")}
        </Button>
        <Button
          disabled={!job || !reason.trim()}
          onClick={() =>
            job &&
            keep({ ...c.chosen, left_out: { ...c.chosen.left_out, [job]: { on: c.day, reason: reason.trim() } } })
          }
        >
          {tell("leave-it-out")}
        </Button>
      </Row>
      <Why>
        <Tell of="where-growers-differ-it-follows" parts={{ link: <Link to="../intake" /> }} />
      </Why>
      <TakenOtherwise c={c} nameOf={nameOf} onKeep={keep} />
    </Fold>
  );
}

type OtherwiseProps = { c: Aftercare; nameOf: (code: string) => string; onKeep: (chosen: CareChosen) => void };

/** What is put off or left out, to be taken back. */
function TakenOtherwise({ c, nameOf, onKeep }: OtherwiseProps) {
  const without = (of: "shifts" | "left_out", code: string) =>
    onKeep({ ...c.chosen, [of]: Object.fromEntries(Object.entries(c.chosen[of] ?? {}).filter(([j]) => j !== code)) });
  return (
    <>
      {Object.entries(c.chosen.shifts ?? {})
        .filter(([, s]) => s.to > c.day)
        .map(([code, s]) => (
          <Why key={code}>
            <Tell
              of="put-off-to-2"
              with={{
                job: nameOf(code),
                to: day(s.to),
                reason: s.reason,
                undo: <Plain onClick={() => without("shifts", code)}>{tell("take-that-back")}</Plain>,
              }}
            />
          </Why>
        ))}
      {Object.entries(c.chosen.left_out ?? {}).map(([code, l]) => (
        <Why key={code}>
          <Tell
            of="left-out-since"
            with={{
              job: nameOf(code),
              on: day(l.on),
              reason: l.reason,
              undo: <Plain onClick={() => without("left_out", code)}>{tell("take-that-back")}</Plain>,
            }}
          />
        </Why>
      ))}
    </>
  );
}
