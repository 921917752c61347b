import { useQuery } from "@tanstack/react-query";
import { Steps, Timeline } from "antd";
import { Link } from "react-router";
import type { Progress } from "../../lib/api/client";
import { progressKnowledge } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { useNarrow } from "../../lib/narrow";
import { Fold } from "../../ui/Fold";
import { Mark, Marked } from "../../ui/Mark";
import { Aside, Headline, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/progress";

/** The answer first: whether it is winning and how sure that is; then the signs, the stage, and what is next. */
export function Fares({ p }: { p: Progress }) {
  const { verdict: v, standing: s } = p;
  return (
    <>
      <Headline role="status">
        <Say of={v.words} /> <Mark from={v.words} />
      </Headline>
      <Why>
        <Say of={v.how_sure} /> {v.seen_on && tell("last-seen", { seenon: day(v.seen_on) })}{" "}
        {(v.code === "unseen" || v.code === "unknown") && <Link to="../aftercare">{tell("check-in")}</Link>}
      </Why>
      <Signs p={p} />
      {s.stage && <Stage p={p} />}
    </>
  );
}

/** What speaks for it, and what against it, of the last weeks. */
function Signs({ p }: { p: Progress }) {
  const [good, bad] = [p.verdict.signs.filter((s) => s.good), p.verdict.signs.filter((s) => !s.good)];
  const list = (name: string, signs: typeof good) =>
    signs.length > 0 && (
      <div data-signs={name}>
        <dt>
          <b>{name}</b>
        </dt>
        {signs.map((s) => (
          <dd key={s.code} data-sign={s.code}>
            <Marked text={s.words} /> <Aside>{day(s.on)}</Aside>
          </dd>
        ))}
      </div>
    );
  return (
    <dl className={view.columns}>
      {list(tell("good-signs"), good)}
      {list(tell("against-it"), bad)}
    </dl>
  );
}

/** The stage it is in, what set it, what the next one needs, and how it came there. */
function Stage({ p }: { p: Progress }) {
  const { standing: s } = p;
  const all = useQuery(progressKnowledge).data?.stages ?? [];
  const narrow = useNarrow();
  return (
    <section data-part="stage" data-stage={s.stage} aria-label={tell("stage")}>
      <h2>
        {s.name} <Aside>{tell("since", { since: day(s.since ?? "") })}</Aside>
      </h2>
      {!narrow && (
        <Steps
          size="small"
          type="dot"
          current={all.findIndex((x) => x.code === s.stage)}
          items={all.map((x) => ({ title: x.name }))}
        />
      )}
      <ul data-part="evidence">
        {s.by.map((b) => (
          <li key={b.code}>
            <Marked text={b.words} />
          </li>
        ))}
      </ul>
      {s.needs.length > 0 && (
        <div data-part="needs">
          <Why>
            <Tell of="needs" with={{ next: s.next }} />
          </Why>
          <ul>
            {s.needs.map((n) => (
              <li key={n.code}>
                <Marked text={n.words} />
              </li>
            ))}
          </ul>
        </div>
      )}
      {s.history.length > 1 && (
        <Fold summary={tell("how-it-came-here-steps", { count: s.history.length })} id="stages">
          <Timeline
            items={[...s.history].reverse().map((h) => ({
              key: `${h.on} ${h.stage}`,
              color: h.back ? "var(--act)" : "var(--green)",
              content: (
                <div data-change={h.stage} data-back={h.back || undefined}>
                  <b>{day(h.on)}</b>: {h.back ? tell("back-to", { stage: h.name }) : h.name}.{" "}
                  {h.why && <Marked text={h.why} />} <Aside>{h.by.map((b) => b.words.value).join(" ")}</Aside>
                </div>
              ),
            }))}
          />
        </Fold>
      )}
    </section>
  );
}
