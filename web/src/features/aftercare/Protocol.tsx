import { useQueryClient } from "@tanstack/react-query";
import { Timeline } from "antd";
import { useState } from "react";
import type { Aftercare, CareGate, CareRunning } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Aside, Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/aftercare";
import { choose } from "./useAftercare";

/** A protocol from its start to its gates: what opened, what it waits for and since when. */
export function Protocol({ c, r }: { c: Aftercare; r: CareRunning }) {
  const cache = useQueryClient();
  const [error, setError] = useState<unknown>();
  const say = (g: CareGate, on: string | undefined) => {
    const name = `${r.code}/${g.code}`;
    const others = Object.entries(c.chosen.gates ?? {}).filter(([of]) => of !== name);
    const gates = Object.fromEntries([...others, ...(on ? [[name, on] as const] : [])]);
    run(choose(cache, c, { ...c.chosen, gates }).catch(setError));
  };
  return (
    <section data-part="protocol" data-protocol={r.code} aria-label={r.name}>
      <h2>
        {r.name} <Aside>{r.settled ? tell("established-here") : tell("day-2", { n: r.day_n })}</Aside>
      </h2>
      <Why>
        <Marked text={r.about} />
      </Why>
      {Boolean(error) && <Trouble error={error} />}
      <Timeline
        items={[
          ...r.before.map((b) => ({
            key: `${b.code} ${b.since}`,
            color: "var(--green)",
            content: <>{tell("until", { since: day(b.since), name: b.name, to: day(b.to) })}</>,
          })),
          ...(r.settled
            ? []
            : [
                {
                  key: "start",
                  color: "var(--green)",
                  content: (
                    <>
                      <b>{day(r.since)}</b>: <Marked text={r.start} />
                    </>
                  ),
                },
              ]),
          ...r.gates.map((g) => ({
            key: g.code,
            color: g.open_on ? "var(--green)" : g.overdue ? "var(--act)" : "var(--silver)",
            content: <Gate g={g} onSay={(on) => say(g, on)} today={c.day} />,
          })),
        ]}
      />
    </section>
  );
}

type GateProps = { g: CareGate; today: string; onSay: (on: string | undefined) => void };

/** A gate: what it waits for, since when, and what it opens. */
function Gate({ g, today, onSay }: GateProps) {
  return (
    <div data-gate={g.code} data-open={g.open_on ? true : undefined}>
      <b>{g.name.value}</b>
      {g.open_on ? (
        <>
          {": "}
          {g.by_hand ? tell("said-on", { on: day(g.open_on) }) : tell("seen-on", { on: day(g.open_on) })}{" "}
          <Marked text={g.opens} />
          {g.by_hand && <Plain onClick={() => onSay(undefined)}>{tell("take-that-back")}</Plain>}
        </>
      ) : (
        <>
          {": "}
          {g.state ? tell("not-yet") : tell("waited-for")}{" "}
          {g.not_before && g.not_before > today && (
            <Aside>{tell("not-expected-before", { notbefore: day(g.not_before) })} </Aside>
          )}
          {g.alarm_on && !g.overdue && (
            <Aside>{tell("from-its-lack-is-an-alarm", { alarmon: day(g.alarm_on) })} </Aside>
          )}
          {g.overdue && g.alarm && <Marked text={g.alarm} />}
          <Plain aria-label={tell("i-saw-it-2", { name: g.name.value })} onClick={() => onSay(today)}>
            {tell("i-saw-it")}
          </Plain>
        </>
      )}
    </div>
  );
}
