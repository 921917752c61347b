import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Course } from "../api/client";
import { Mark, Marked } from "../marks/Mark";
import { Facts } from "../parts/Facts";
import { Fold } from "../parts/Fold";
import { DayLine } from "../parts/TextLine";
import { Trouble } from "../parts/Trouble";
import { usePlant } from "../plant/PlantPage";
import { day, figure, shortDay, today } from "../words";
import { GenerationLine } from "./GenerationLine";
import { useCourse } from "./useCourse";
import { run } from "../parts/run";

/** One treatment: the answer, the line, what was done, what comes. */
export function CourseCard({ course: c }: { course: Course }) {
  const { plant } = usePlant();
  const { save, trouble } = useCourse(c);
  const [on, setOn] = useState(today());
  const s = c.schedule;
  const { rounds, seen = [], clear = [] } = c.course;
  const without = (days: string[], d: string) => days.filter((x) => x !== d);
  if (c.unreadable) return <p className="alarm">{c.unreadable}</p>;
  const product = s.pest.products[0];
  return (
    <article className="course" data-pest={c.course.pest}>
      <h2>{s.pest.name}</h2>
      <p className="headline" aria-live="polite">
        {s.headline}
      </p>
      {s.stopped && (
        <p className="alarm" role="alert">
          <Marked text={s.stopped} />
        </p>
      )}
      <GenerationLine schedule={s} seen={seen} clear={clear} />
      <ul className="rounds-list" aria-label="Rounds">
        {s.rounds.map((r) => (
          <li key={r.n} data-done={!!r.on || undefined}>
            <b>Round {r.n}</b>{" "}
            {r.on ? (
              <>
                done on {day(r.on)}
                {r.early && ", before the eggs had hatched"}
                {r.late && ", after hatchlings could lay"}.
                {rounds.length > 1 && (
                  <button
                    type="button"
                    className="plain"
                    onClick={() => run(save({ rounds: without(rounds, r.on ?? "") }))}
                  >
                    Take it back
                  </button>
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
            <button type="button" className="plain" onClick={() => run(save({ seen: without(seen, d) }))}>
              Take it back
            </button>
          </li>
        ))}
        {clear.map((d) => (
          <li key={`clear ${d}`}>
            {day(d)}: looked, none seen.
            <button type="button" className="plain" onClick={() => run(save({ clear: without(clear, d) }))}>
              Take it back
            </button>
          </li>
        ))}
        {s.look_on && !s.all_clear && <li>Look with a lens on {day(s.look_on)}, for the all-clear.</li>}
      </ul>
      {!c.closed_on && (
        <div className="course-do">
          <DayLine label="On" value={on} onChange={setOn} />
          <Button type="primary" onClick={() => run(save({ rounds: [...without(rounds, on), on] }))}>
            Treated
          </Button>
          <Button onClick={() => run(save({ seen: [...without(seen, on), on] }))}>Still seen</Button>
          <Button onClick={() => run(save({ clear: [...without(clear, on), on] }))}>Looked, none seen</Button>
          {product && !s.stopped && (
            <Link to={`/mix?for=${plant.id}&product=${product}&use=spray&make=750`}>Mix the spray</Link>
          )}
        </div>
      )}
      {trouble !== undefined && <Trouble error={trouble} />}
      <p className="why">{c.warmth}</p>
      <Fold summary="How this is worked out" className="course-how">
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
        <table className="warmth">
          <caption>Day by day</caption>
          <thead>
            <tr>
              <th>Day</th>
              <th>°C</th>
              <th>Degree-days</th>
              <th>From</th>
            </tr>
          </thead>
          <tbody>
            {s.line.map((d) => (
              <tr key={d.day}>
                <td>{shortDay(d.day)}</td>
                <td>
                  {figure(d.low_c)}–{figure(d.high_c)}
                </td>
                <td>{figure(d.degree_days)}</td>
                <td>{d.from}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Fold>
      <Button className="course-close" onClick={() => run(save({}, !c.closed_on))}>
        {c.closed_on ? "Take it up again" : s.all_clear ? "Close it: all clear" : "Close the treatment"}
      </Button>
    </article>
  );
}
