import pen from "../../draw/pens.module.css";
import type { Cause, CauseKnowledge, Decision, Judged, Said } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { percent } from "../../lib/words";
import { Fold } from "../../ui/Fold";
import { Marked } from "../../ui/Mark";
import { Why } from "../../ui/Said";
import { Term } from "../../ui/Term";
import { YesNo } from "../../ui/YesNo";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/causes";
import { type InspectionDesk } from "../look";
import { Outcome } from "./Outcome";
import css from "./causes.module.css";

type Props = { judged: Judged; cause: Cause; desk: InspectionDesk; knowledge: CauseKnowledge; numbers: boolean };

const words = [
  ["confirmed", tell("confirm")],
  ["rejected", tell("rule-out")],
] as const;

/** One cause: how likely, why, and the user's own word on it. */
export function CauseCard({ judged: j, cause, desk, knowledge, numbers }: Props) {
  const decision = desk.noted.decisions?.[cause.code];
  const decide = (next: Decision | undefined) => {
    const others = Object.entries(desk.noted.decisions ?? {}).filter(([code]) => code !== cause.code);
    const all = next ? [...others, [cause.code, next] as const] : others;
    desk.note({ decisions: all.length > 0 ? Object.fromEntries(all) : undefined });
  };
  const { do: now, later } = desk.server.causes;
  const asked = j.act_on ? [...now, ...later].filter((a) => cause.do?.includes(a.code)) : [];
  return (
    <article className={css.card} data-cause={cause.code} data-act={j.act_on || undefined}>
      <div className={view.line} data-part="cause-head">
        <h3>
          <Term shelf="causes" code={cause.code}>
            {cause.name}
          </Term>
          {cause.kind === "harmless" && <small> {tell("harmless")}</small>}
        </h3>
        <Likely judged={j} numbers={numbers} />
        <YesNo
          label={cause.name}
          options={words}
          value={decision?.word}
          onAnswer={(word) => decide(word && { word })}
        />
      </div>
      {decision && (
        <Record name={cause.name} decision={decision} said={desk.server.said[cause.code]} onChange={decide} />
      )}
      <Fold key={String(j.act_on)} summary={tell("why-and-what-to-do")} open={j.act_on}>
        <p>
          <Marked text={cause.about} />
        </p>
        <Reasons judged={j} knowledge={knowledge} numbers={numbers} />
        {asked.length > 0 && (
          <ul>
            {asked.map((a) => (
              <li key={a.code}>
                <Marked text={a.words} />
              </li>
            ))}
          </ul>
        )}
        {cause.kind === "harmful" && (
          <p>
            <b>{tell("so-that-it-does-not-come-back")}</b> <Marked text={cause.prevent} />
          </p>
        )}
      </Fold>
    </article>
  );
}

/** How likely: in words, on a line, and as a number when asked for. */
function Likely({ judged: j, numbers }: { judged: Judged; numbers: boolean }) {
  return (
    <span className={view.line} data-part="likely">
      <svg width="120" height="16" aria-hidden="true">
        <line x1="4" x2="116" y1="8" y2="8" className={pen.silver} strokeWidth="2" />
        <line x1={4 + j.prior * 112} x2={4 + j.prior * 112} y1="3" y2="13" className={pen.silver} strokeWidth="2" />
        <circle cx={4 + j.chance * 112} cy="8" r="5" className={j.act_on ? pen.greenFill : pen.inkFill} />
      </svg>
      <span>
        {j.band}
        {numbers && <b> {percent(j.chance)}</b>}
      </span>
    </span>
  );
}

/** The findings that moved it, for and against, the weightiest first. */
function Reasons({ judged: j, knowledge, numbers }: { judged: Judged; knowledge: CauseKnowledge; numbers: boolean }) {
  if (j.findings.length === 0) return <Why>{tell("no-finding-moved-it-it-stands")}</Why>;
  const list = (title: string, is: (f: Judged["findings"][number]) => boolean) => {
    const found = j.findings.filter(is).slice(0, 8);
    if (found.length === 0) return null;
    return (
      <div data-side={title}>
        <b>{title}</b>
        <ul>
          {found.map((w) => {
            const f = knowledge.findings.find((x) => x.code === w.finding);
            return (
              <li key={w.finding}>
                <i style={{ width: Math.min(90, Math.abs(w.decibans) * 5) }} />
                <span>
                  <Tell
                    of={w.state === "absent" ? "not-found" : "found"}
                    with={{
                      finding: (
                        <Term shelf="findings" code={w.finding}>
                          {f?.name.value}
                        </Term>
                      ),
                    }}
                  />
                  {numbers && (
                    <small>
                      {" "}
                      {tell("db", { decibans: w.decibans > 0 ? "+" : "−", decibans2: Math.abs(w.decibans) })}
                    </small>
                  )}
                </span>
              </li>
            );
          })}
        </ul>
      </div>
    );
  };
  return (
    <div className={`${view.columns} ${css.sides}`}>
      {list(tell("for"), (f) => !f.through && f.decibans > 0)}
      {list(tell("against"), (f) => !f.through && f.decibans < 0)}
      {list(tell("through-another-cause"), (f) => !!f.through)}
    </div>
  );
}

type RecordProps = { name: string; decision: Decision; said: Said | undefined; onChange: (d: Decision) => void };

/** What was decided, what the findings said then, and later what turned out. */
function Record({ name, decision, said, onChange }: RecordProps) {
  return (
    <div className={view.ruled} data-part="record">
      {said && (
        <p>
          <Tell
            of="you-this-on-the-findings-said"
            with={{
              said: decision.word === "confirmed" ? "confirmed" : tell("ruled-out"),
              on: day(said.on),
              cause: <b>{said.band}</b>,
              chance: percent(said.chance),
              place: said.place,
            }}
          />
        </p>
      )}
      <Outcome name={name} of={decision} onChange={(part) => onChange({ ...decision, ...part })} />
      {said?.turned_out_on && <small>{tell("noted-on", { turnedouton: day(said.turned_out_on) })}</small>}
    </div>
  );
}
