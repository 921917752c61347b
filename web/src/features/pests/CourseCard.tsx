import { Button } from "antd";
import { Link } from "react-router";
import { GenerationLine } from "../../draw/GenerationLine";
import type { Course } from "../../lib/api/client";
import { day, shortDay } from "../../lib/dates";
import { useDayOrToday } from "../../lib/day";
import { figure } from "../../lib/words";
import { Day } from "../../ui/Day";
import { Facts } from "../../ui/Facts";
import { Fold } from "../../ui/Fold";
import { Mark, Marked } from "../../ui/Mark";
import { Notice } from "../../ui/Notice";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Rows } from "../../ui/Rows";
import { Headline, Why } from "../../ui/Said";
import { Term } from "../../ui/Term";
import { Trouble } from "../../ui/Trouble";
import { usePlant } from "../plant";
import css from "./pests.module.css";
import { useCourse } from "./useCourse";

const without = (days: string[], d: string) => days.filter((x) => x !== d);

/** One treatment: the answer, the line, what was done, what comes. */
export function CourseCard({ course: c }: { course: Course }) {
  const { plant } = usePlant();
  const { save, trouble } = useCourse(c);
  const [on, setOn] = useDayOrToday();
  const s = c.schedule;
  const { rounds, seen = [], clear = [] } = c.course;
  if (c.unreadable) return <Notice is="alarm">{c.unreadable}</Notice>;
  const product = s.pest.products[0];
  return (
    <article className={css.course} data-pest={c.course.pest}>
      <h2>
        <Term shelf="pests" code={c.course.pest}>
          {s.pest.name}
        </Term>
      </h2>
      <Headline>{s.headline}</Headline>
      {s.stopped && (
        <Notice is="alarm" aloud>
          <Marked text={s.stopped} />
        </Notice>
      )}
      <GenerationLine schedule={s} seen={seen} clear={clear} />
      <Rounds course={c} save={save} />
      {!c.closed_on && (
        <Row>
          <Day label="On" needed value={on} onChange={setOn} />
          <Button type="primary" onClick={() => save({ rounds: [...without(rounds, on), on] })}>
            Treated
          </Button>
          <Button onClick={() => save({ seen: [...without(seen, on), on] })}>Still seen</Button>
          <Button onClick={() => save({ clear: [...without(clear, on), on] })}>Looked, none seen</Button>
          {product && !s.stopped && (
            <Link to={`/mixing?for=${plant.id}&product=${product}&use=spray`}>Mix the spray</Link>
          )}
        </Row>
      )}
      {trouble && <Trouble error={trouble} />}
      <Why>{c.warmth}</Why>
      <Worked schedule={s} />
      <Button onClick={() => save({}, !c.closed_on)}>
        {c.closed_on ? "Take it up again" : s.all_clear ? "Close it: all clear" : "Close the treatment"}
      </Button>
    </article>
  );
}

type RoundsProps = { course: Course; save: ReturnType<typeof useCourse>["save"] };

/** What was done and seen, and what comes. */
function Rounds({ course: c, save }: RoundsProps) {
  const s = c.schedule;
  const { rounds, seen = [], clear = [] } = c.course;
  return (
    <ul className={css.rounds} aria-label="Rounds">
      {s.rounds.map((r) => (
        <li key={r.n} data-done={!!r.on || undefined}>
          <b>Round {r.n}</b>{" "}
          {r.on ? (
            <>
              done on {day(r.on)}
              {r.early && ", before the eggs had hatched"}
              {r.late && ", after hatchlings could lay"}.
              {rounds.length > 1 && (
                <Plain onClick={() => save({ rounds: without(rounds, r.on ?? "") })}>Take it back</Plain>
              )}
            </>
          ) : (
            <>
              from {day(r.from ?? "")}, by {day(r.latest ?? "")}.
            </>
          )}
        </li>
      ))}
      {seen.map((d) => (
        <li key={`seen ${d}`}>
          {day(d)}: still seen.
          <Plain onClick={() => save({ seen: without(seen, d) })}>Take it back</Plain>
        </li>
      ))}
      {clear.map((d) => (
        <li key={`clear ${d}`}>
          {day(d)}: looked, none seen.
          <Plain onClick={() => save({ clear: without(clear, d) })}>Take it back</Plain>
        </li>
      ))}
      {s.look_on && !s.all_clear && <li>Look with a lens on {day(s.look_on)}, for the all-clear.</li>}
    </ul>
  );
}

/** How the days are worked out. */
const Worked = ({ schedule: s }: { schedule: Course["schedule"] }) => (
  <Fold summary="How this is worked out">
    <Facts
      rows={[
        ["Egg to adult", `${figure(s.pest.k_degree_days.value)} degree-days above ${s.pest.t0_c.value} °C`],
        ["In the egg", `${figure(s.egg_degree_days)} degree-days`],
        ["Since the last round", `${figure(s.degree_days_since)} degree-days`],
        ["The last egg hatches", s.hatched_on ? day(s.hatched_on) : "not yet to be said"],
        ["Generations by then", figure(s.line.at(-1)?.generations ?? 0, 2)],
      ]}
    />
    <p>
      These figures <Mark from={s.pest.k_degree_days} /> <Marked text={s.pest.look} />
    </p>
    <ul>
      {s.notes.map((n) => (
        <li key={n.value}>
          <Marked text={n} />
        </li>
      ))}
    </ul>
    <Rows
      caption="Day by day"
      rows={s.line}
      keyOf={(d) => d.day}
      columns={[
        { title: "Day", of: (d) => shortDay(d.day), head: true },
        { title: "°C", of: (d) => `${figure(d.low_c)}–${figure(d.high_c)}` },
        { title: "Degree-days", of: (d) => figure(d.degree_days) },
        { title: "From", of: (d) => d.from },
      ]}
    />
  </Fold>
);
