import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { Link } from "react-router";
import { RootFan } from "../../draw/fan/RootFan";
import type { Cleaning, Plant, Reading, Timeline } from "../../lib/api/client";
import { causeKnowledge, cleaning, courses, inspection, reading, timeline } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { sheetOf } from "../../lib/papers";
import { usePerson } from "../../lib/person";
import { run } from "../../lib/run";
import {
  abreast,
  bulbStates,
  flowerings,
  gradeWords,
  length,
  media,
  percent,
  pots,
  ranged,
  type Words,
} from "../../lib/words";
import { Facts } from "../../ui/Facts";
import { Row } from "../../ui/Row";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/history";
import { usePlant } from "../plant";
import { Happened } from "./Happened";
import css from "./history.module.css";

const wordOf = (words: Words, code?: string) => words.find(([c]) => c === code)?.[1];

/** The case so far on one sheet, to keep with the plant. */
export default function CaseSheet() {
  const { plant } = usePlant();
  const [person] = usePerson();
  const asked = useQuery(timeline(plant.id));
  const plan = useQuery(cleaning(plant.id, person)).data;
  const rounds = useQuery(courses(plant.id)).data ?? [];
  const r = useQuery({ ...reading(plant.latest?.reading_id ?? 0), enabled: !!plant.latest }).data;
  const look = useQuery({ ...inspection(plant.looked?.inspection_id ?? 0), enabled: !!plant.looked }).data;
  const names = useQuery(causeKnowledge).data?.causes;
  if (asked.error && !asked.data) return <Trouble error={asked.error} again={() => run(asked.refetch())} />;
  if (!asked.data || !plan) return <Waiting />;
  const t = asked.data;
  const i = plant.intake;
  const acted = look?.causes.causes.filter((c) => c.act_on) ?? [];
  return (
    <article className={css.case}>
      <header className={view.line} data-part="case-head">
        <Whose timeline={t} />
        <div className={css.unprinted}>
          <Row words>
            <a href={sheetOf(plant.id)} target="_blank" rel="noreferrer">
              {tell("as-pdf")}
            </a>
            <Button onClick={() => window.print()}>{tell("print-the-sheet")}</Button>
          </Row>
        </div>
      </header>
      <div className={css.body}>
        <section>
          <h3>{tell("the-plant")}</h3>
          <Facts rows={knownOf(plant)} />
          {i.notes && <p>{i.notes}</p>}
        </section>
        {plant.looked?.decision && (
          <section>
            <h3>{tell("look-and-cause")}</h3>
            <p>
              {day(plant.looked.looked_on)}: <Say of={plant.looked.headline} /> <Say of={plant.looked.again} />
            </p>
            <p>
              <Say of={plant.looked.cause} />
            </p>
            {acted.length > 0 && (
              <ul>
                {acted.map((c) => (
                  <li key={c.code}>
                    {abreast([
                      names?.find((n) => n.code === c.code)?.name,
                      c.settled === "confirmed" && tell("confirmed"),
                    ])}
                  </li>
                ))}
              </ul>
            )}
          </section>
        )}
        {r && <Roots r={r} />}
        <Cleaned cleaning={plan} />
        {rounds.length > 0 && (
          <section>
            <h3>{tell("treatments")}</h3>
            {rounds.map((c) => (
              <p key={c.id}>
                <b>{c.schedule.pest.name}.</b> <Say of={c.schedule.headline} />
              </p>
            ))}
          </section>
        )}
        <section className={css.time}>
          <h3>{tell("what-happened")}</h3>
          <Happened plantID={plant.id} entries={t.entries} />
        </section>
      </div>
    </article>
  );
}

/** What is known of it, as far as it is. */
function knownOf(plant: Plant): [string, string][] {
  const i = plant.intake;
  const rows: [string, string | undefined][] = [
    [tell("arrived"), i.arrived_on && day(i.arrived_on)],
    [tell("from"), i.source],
    [tell("leaves"), i.leaf_count ? String(i.leaf_count) : undefined],
    [tell("bulbs-or-canes"), i.bulb_count ? abreast([i.bulb_count, wordOf(bulbStates, i.bulb_state)]) : undefined],
    [tell("flowers"), wordOf(flowerings, i.flowering)],
    [tell("old-medium"), wordOf(media, i.old_medium)],
    [tell("pot"), wordOf(pots, i.pot)],
    [
      tell("stage"),
      plant.fares?.name && tell("since", { stage: plant.fares.name, since: day(plant.fares.since ?? "") }),
    ],
    [tell("is-it-winning"), plant.fares?.words.text],
    [tell("alarms"), plant.alarms?.map((a) => a.text).join(" ")],
  ];
  return rows.filter((x): x is [string, string] => !!x[1]);
}

/** Whose sheet it is: tag, kind, and what it was divided from or into. */
function Whose({ timeline: t }: { timeline: Timeline }) {
  const { plant, profile } = usePlant();
  const i = plant.intake;
  return (
    <div>
      <h2>{i.tag}</h2>
      <p>
        {profile.name}. <Say of={plant.handle} />
      </p>
      {t.parent && (
        <p>
          <Tell
            of="divided-from-on"
            with={{
              link: <Link to={`/plants/${t.parent.id}/history`}>{t.parent.tag}</Link>,
              dividedon: day(plant.divided_on ?? ""),
            }}
          />
        </p>
      )}
      {t.divisions.length > 0 && (
        <p>
          <Tell
            of="divisions"
            with={{
              divisions: t.divisions.map((d, n) => (
                <span key={d.id}>
                  {n > 0 && ", "}
                  <Link to={`/plants/${d.id}/history`}>{d.tag}</Link>
                </span>
              )),
            }}
          />
        </p>
      )}
    </div>
  );
}

function Roots({ r }: { r: Reading }) {
  const share = r.verdict.totals.viable_by_length;
  return (
    <section>
      <h3>{tell("roots-read-on", { readon: day(r.read_on) })}</h3>
      <p>
        <Tell
          of="alive"
          with={{
            grade: gradeWords[r.verdict.grade.code],
            share: ranged(share.low, share.high, percent),
            words: <Say of={r.verdict.headline} />,
          }}
        />
      </p>
      <RootFan
        reading={r.reading}
        verdict={r.verdict}
        cuts
        done={Object.fromEntries(r.cut_list.items.map((it) => [it.id, it.done]))}
        height={180}
      />
      <p>
        <Tell
          of="left-alive"
          with={{
            words: <Say of={r.cut_list.headline} />,
            share: ranged(r.verdict.totals.live_after_mm.low, r.verdict.totals.live_after_mm.high, length),
          }}
        />
      </p>
    </section>
  );
}

function Cleaned({ cleaning: c }: { cleaning: Cleaning }) {
  const told = c.plan.jobs.filter((j) => j.state !== "open");
  if (c.plan.jobs.length === 0) return null;
  return (
    <section>
      <h3>{c.closed_on ? tell("cleaning-closed-on", { closedon: day(c.closed_on) }) : tell("cleaning")}</h3>
      <p>
        <Say of={c.plan.headline} />
      </p>
      <ul className={view.rows} data-part="jobs">
        {told.map((j) => (
          <li key={j.code}>
            {j.state === "done" ? "✓" : "–"} <Say of={j.do} />
            {j.how_much && ` (${j.how_much})`}
            {j.state === "skipped" && ` ${tell("left-out", { reason: j.reason })}`}
          </li>
        ))}
      </ul>
    </section>
  );
}
