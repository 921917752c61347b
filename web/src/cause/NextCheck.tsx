import { useState } from "react";
import type { CauseKnowledge, Check } from "../api/client";
import { Answer } from "../look/Findings";
import type { InspectionDesk } from "../look/useInspection";
import { Mark } from "../marks/Mark";
import { percent } from "../words";

type Props = { desk: InspectionDesk; knowledge: CauseKnowledge };

/** The check that tells most for its effort, as a thing to do, and what each answer would mean. */
export function NextCheck({ desk, knowledge }: Props) {
  const v = desk.server.causes;
  const [put, setPut] = useState<string[]>([]);
  const open = v.next.filter((c) => !put.includes(c.finding));
  const [first, ...rest] = open;
  if (!first) {
    if (put.length > 0 && v.next.length > 0)
      return (
        <p className="enough">
          You put off what was left to check.{" "}
          <button type="button" className="plain" onClick={() => setPut([])}>
            Show it again
          </button>
        </p>
      );
    return v.enough ? <p className="enough">Nothing more to check would change what to do.</p> : null;
  }
  return (
    <section className="next" data-urgent={first.urgent || undefined} aria-label="Next check">
      <h2>{first.urgent ? "Check this first" : "Check this next"}</h2>
      <CheckCard
        key={first.finding}
        check={first}
        desk={desk}
        knowledge={knowledge}
        onPutOff={() => setPut([...put, first.finding])}
      />
      {rest.length > 0 && (
        <details>
          <summary>Other checks worth making ({rest.length})</summary>
          {rest.map((c) => (
            <CheckCard key={c.finding} check={c} desk={desk} knowledge={knowledge} />
          ))}
        </details>
      )}
    </section>
  );
}

function CheckCard({ check: c, desk, knowledge, onPutOff }: Props & { check: Check; onPutOff?: () => void }) {
  const f = knowledge.findings.find((x) => x.code === c.finding);
  if (!f) return null;
  return (
    <div className="check" data-check={f.code}>
      <p className="check-do">
        {f.tell.value} <Mark from={f.tell} />
      </p>
      <p className="check-what">
        <b>{f.name.value}</b>{" "}
        <small>
          about {c.minutes} {c.minutes === 1 ? "minute" : "minutes"}
        </small>
      </p>
      <div className="check-answers">
        <Answer label={f.name.value} state={undefined} onAnswer={(s) => desk.find({ [f.code]: s })} />
        {onPutOff && (
          <button type="button" className="plain" onClick={onPutOff}>
            Not now
          </button>
        )}
      </div>
      <ul className="check-means">
        <li>
          <b>If it is there:</b> {means(c.yes, knowledge)}
        </li>
        <li>
          <b>If not:</b> {means(c.no, knowledge)}
        </li>
      </ul>
    </div>
  );
}

/** What an answer would make of the causes it moves most. */
function means(o: Check["yes"], knowledge: CauseKnowledge): string {
  const moves = o.moves.slice(0, 2).map((m) => {
    const name = knowledge.causes.find((c) => c.code === m.cause)?.name.toLowerCase() ?? m.cause;
    const band = knowledge.bands.find((b) => m.to < b.below.value)?.words.value ?? "";
    return `${name} becomes ${band} (${percent(m.from)} → ${percent(m.to)})`;
  });
  const plan = o.new_plan ? "What to do would change." : "What to do stays the same.";
  return `${moves.length > 0 ? moves.join(", ") + ". " : "Little would move. "}${plan}`;
}
