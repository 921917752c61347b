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
import { Say } from "../../ui/Say";
import { Term } from "../../ui/Term";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/pests";
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
      <Headline>
        <Say of={s.headline} />
      </Headline>
      {s.stopped && (
        <Notice is="alarm" aloud>
          <Marked text={s.stopped} />
        </Notice>
      )}
      <GenerationLine schedule={s} seen={seen} clear={clear} />
      <Rounds course={c} save={save} />
      {!c.closed_on && (
        <Row>
          <Day label={tell("on")} needed value={on} onChange={setOn} />
          <Button type="primary" onClick={() => save({ rounds: [...without(rounds, on), on] })}>
            {tell("treated")}
          </Button>
          <Button onClick={() => save({ seen: [...without(seen, on), on] })}>{tell("still-seen")}</Button>
          <Button onClick={() => save({ clear: [...without(clear, on), on] })}>{tell("looked-none-seen")}</Button>
          {product && !s.stopped && (
            <Link to={`/mixing?for=${plant.id}&product=${product}&use=spray`}>{tell("mix-the-spray")}</Link>
          )}
        </Row>
      )}
      {trouble && <Trouble error={trouble} />}
      <Why>{c.warmth}</Why>
      <Worked schedule={s} />
      <Button onClick={() => save({}, !c.closed_on)}>
        {c.closed_on
          ? tell("take-it-up-again")
          : s.all_clear
            ? tell("close-it-all-clear")
            : tell("close-the-treatment")}
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
    <ul className={css.rounds} aria-label={tell("rounds")}>
      {s.rounds.map((r) => (
        <li key={r.n} data-done={!!r.on || undefined}>
          <b>{tell("round", { n: r.n })}</b>{" "}
          {r.on ? (
            <>
              <Tell of={r.early ? "done-too-early" : r.late ? "done-too-late" : "done-on"} with={{ on: day(r.on) }} />{" "}
              {rounds.length > 1 && (
                <Plain onClick={() => save({ rounds: without(rounds, r.on ?? "") })}>{tell("take-it-back")}</Plain>
              )}
            </>
          ) : (
            <>{tell("from-by", { from: day(r.from ?? ""), latest: day(r.latest ?? "") })}</>
          )}
        </li>
      ))}
      {seen.map((d) => (
        <li key={`seen ${d}`}>
          <Tell
            of="still-seen-2"
            with={{
              days: day(d),
              plain: <Plain onClick={() => save({ seen: without(seen, d) })}>{tell("take-it-back")}</Plain>,
            }}
          />
        </li>
      ))}
      {clear.map((d) => (
        <li key={`clear ${d}`}>
          <Tell
            of="looked-none-seen-2"
            with={{
              days: day(d),
              plain: <Plain onClick={() => save({ clear: without(clear, d) })}>{tell("take-it-back")}</Plain>,
            }}
          />
        </li>
      ))}
      {s.look && (
        <li>
          <Say of={s.look} />
        </li>
      )}
    </ul>
  );
}

/** How the days are worked out. */
const Worked = ({ schedule: s }: { schedule: Course["schedule"] }) => (
  <Fold summary={tell("how-this-is-worked-out")}>
    <Facts
      rows={[
        [
          tell("egg-to-adult"),
          tell("degree-days-above-c", { kdegreedays: figure(s.pest.k_degree_days.value), t0c: s.pest.t0_c.value }),
        ],
        [tell("in-the-egg"), tell("degree-days", { eggdegreedays: figure(s.egg_degree_days) })],
        [tell("since-the-last-round"), tell("degree-days-2", { degreedayssince: figure(s.degree_days_since) })],
        [tell("the-last-egg-hatches"), s.hatched_on ? day(s.hatched_on) : tell("not-yet-to-be-said")],
        [tell("generations-by-then"), figure(s.line.at(-1)?.generations ?? 0, 2)],
      ]}
    />
    <p>
      <Tell
        of="these-figures"
        with={{ mark: <Mark from={s.pest.k_degree_days} />, marked: <Marked text={s.pest.look} /> }}
      />
    </p>
    <ul>
      {s.notes.map((n) => (
        <li key={n.value}>
          <Marked text={n} />
        </li>
      ))}
    </ul>
    <Rows
      caption={tell("day-by-day")}
      rows={s.line}
      keyOf={(d) => d.day}
      columns={[
        { title: tell("day"), of: (d) => shortDay(d.day), head: true },
        { title: "°C", of: (d) => `${figure(d.low_c)}–${figure(d.high_c)}` },
        { title: tell("degree-days-3"), of: (d) => figure(d.degree_days) },
        { title: tell("from"), of: (d) => sources[d.from] },
      ]}
    />
  </Fold>
);

/** Where the temperatures of a day come from. */
const sources: Record<string, string> = {
  logged: tell("logged"),
  "day table": tell("from-your-days"),
  "mean of the last days": tell("mean-of-the-last-days"),
  usual: tell("usual"),
};
