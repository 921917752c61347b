import { useState } from "react";
import type { CauseKnowledge, Check } from "../../lib/api/client";
import { useKeys } from "../../lib/keyboard";
import { percent } from "../../lib/words";
import { Fold } from "../../ui/Fold";
import { Key } from "../../ui/Key";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/causes";
import { Answer, type InspectionDesk } from "../look";
import { usePlant } from "../plant";
import { JobTimer } from "../timers";
import css from "./causes.module.css";

type Props = { desk: InspectionDesk; knowledge: CauseKnowledge; numbers: boolean };

/** The check that tells most for its effort, as a thing to do, and what each answer would mean. */
export function NextCheck({ desk, knowledge, numbers }: Props) {
  const v = desk.server.causes;
  const [put, setPut] = useState<string[]>([]);
  const open = v.next.filter((c) => !put.includes(c.finding));
  const [first, ...rest] = open;
  useKeys((key) => {
    if (!first || (key !== "1" && key !== "0")) return false;
    desk.find({ [first.finding]: key === "1" ? "present" : "absent" });
    return true;
  });
  if (!first) {
    if (put.length > 0 && v.next.length > 0)
      return (
        <p>
          <Tell
            of="you-put-off-what-was-left-to"
            with={{ undo: <Plain onClick={() => setPut([])}>{tell("show-it-again")}</Plain> }}
          />
        </p>
      );
    return v.enough ? <p>{tell("nothing-more-to-check-would")}</p> : null;
  }
  return (
    <section
      className={view.ruled}
      data-part="next"
      data-tone={first.urgent ? "act" : "green"}
      data-urgent={first.urgent || undefined}
      aria-label={tell("next-check")}
    >
      <h2>{first.urgent ? tell("check-this-first") : tell("check-this-next")}</h2>
      <CheckCard
        key={first.finding}
        check={first}
        desk={desk}
        knowledge={knowledge}
        numbers={numbers}
        onPutOff={() => setPut([...put, first.finding])}
      />
      {rest.length > 0 && (
        <Fold summary={tell("other-checks-worth-making", { count: rest.length })}>
          {rest.map((c) => (
            <CheckCard key={c.finding} check={c} desk={desk} knowledge={knowledge} numbers={numbers} />
          ))}
        </Fold>
      )}
    </section>
  );
}

function CheckCard({ check: c, desk, knowledge, numbers, onPutOff }: Props & { check: Check; onPutOff?: () => void }) {
  const { plant } = usePlant();
  const f = knowledge.findings.find((x) => x.code === c.finding);
  if (!f) return null;
  return (
    <div data-part="check" data-check={f.code}>
      <p className={css.checkDo}>
        <Marked text={f.tell} />
      </p>
      <p>
        <b>{f.name.value}</b> <small>{tell("about", { minutes: c.minutes })}</small>
      </p>
      <Row words>
        <Answer label={f.name.value} state={undefined} onAnswer={(s) => desk.find({ [f.code]: s })} />
        {f.waits && <JobTimer job={f.code} minutes={f.waits.value} of={f.name.value} plantID={plant.id} />}
        {onPutOff && (
          <>
            <Plain onClick={onPutOff}>{tell("not-now")}</Plain>
            <span>
              <Key>{tell("1-yes")}</Key> <Key>{tell("0-no")}</Key>
            </span>
          </>
        )}
      </Row>
      <ul data-part="means">
        <li>
          <b>{tell("if-so")}</b> {means(c.yes, knowledge, numbers)}
        </li>
        <li>
          <b>{tell("if-not")}</b> {means(c.no, knowledge, numbers)}
        </li>
      </ul>
    </div>
  );
}

/** What an answer would make of the causes it moves most. */
function means(o: Check["yes"], knowledge: CauseKnowledge, numbers: boolean): string {
  const band = (chance: number) => knowledge.bands.find((b) => chance < b.below.value)?.words.value ?? "";
  const moves = o.moves.slice(0, 2).map(({ cause, from, to }) => {
    const name = knowledge.causes.find((c) => c.code === cause)?.name ?? cause;
    const chances = numbers ? `${percent(from)} → ${percent(to)}` : "none";
    return band(from) === band(to)
      ? tell("stays-yet-so", { cause: name, band: band(to), to: to > from ? "more" : "less", chances })
      : tell("becomes", { cause: name, band: band(to), chances });
  });
  const plan = o.new_plan ? tell("what-to-do-would-change") : tell("what-to-do-stays-the-same");
  return [...(moves.length > 0 ? moves : [tell("little-would-move")]), plan].join(" ");
}
