import type { CauseKnowledge, LookVerdict } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { Day } from "../../ui/Day";
import { Marked } from "../../ui/Mark";
import { Aside, Headline } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Term } from "../../ui/Term";
import { Which } from "../../ui/Which";
import { tell } from "../../words/look";
import { Also, Flips, MakeReady, usePlant } from "../plant";
import css from "./look.module.css";
import type { InspectionDesk } from "./useInspection";

/** The answer first: what to do, and the date on which it stops being true. */
export function LookAnswer({ desk }: { desk: InspectionDesk }) {
  const { server, noted, note } = desk;
  const v = server.look;
  const wrong = desk.wrong("again_on");
  return (
    <div className={css.answer} data-decision={v.decision}>
      <Headline>
        <Say of={v.headline} /> <Say of={server.again} />
      </Headline>
      {v.decision && v.decision !== "now" && (
        <Which words={noted.again_on ? tell("your-day") : tell("another-day")} open={!!wrong}>
          {() => (
            <Day
              label={tell("look-again-on")}
              value={noted.again_on ?? ""}
              future
              error={wrong}
              onChange={(on) => note({ again_on: on || undefined })}
            />
          )}
        </Which>
      )}
    </div>
  );
}

const classWords: Record<string, string> = { plan: tell("to-plan"), soon: tell("class-soon"), now: tell("class-now") };

/** Why, by weight; what holds it back; what to do meanwhile. */
export function LookWhy({ desk, knowledge }: { desk: InspectionDesk; knowledge: CauseKnowledge }) {
  const v = desk.server.look;
  const { spike_cut_on: cutOn = "", advice } = usePlant().plant;
  const name = (code: string) => knowledge.findings.find((f) => f.code === code)?.name.value ?? code;
  if (!v.decision) return <p>{tell("say-what-you-find-the-first-sign")}</p>;
  return (
    <div data-part="look-why">
      <h2>{tell("why")}</h2>
      <ul>
        {v.reasons.map((r) => (
          <li key={r.finding} data-class={r.class}>
            <b>
              <Term shelf="findings" code={r.finding}>
                {name(r.finding)}
              </Term>
            </b>{" "}
            <small>{classWords[r.class]}</small> {r.on && <Aside>{tell("seen-on", { day: day(r.on) })}</Aside>}
            <p>
              <Marked text={r.why} />
            </p>
          </li>
        ))}
        {v.rules.map((r) => (
          <li key={r.rule}>
            <Marked text={r.words} />
          </li>
        ))}
      </ul>
      <Also texts={v.also} />
      <InPlace texts={v.in_place} />
      <Blocks title={tell("what-holds-it-back")} blocks={v.blocks} />
      <Blocks title={tell("set-aside-because-it-cannot-wait")} blocks={v.overridden} />
      {v.spike &&
        (cutOn >= desk.entered.lookedOn ? (
          <h3>{tell("the-spike-cut-on", { cutOn: day(cutOn) })}</h3>
        ) : (
          <CallSaid call={v.spike} />
        ))}
      {v.rot_patch && <CallSaid call={v.rot_patch} />}
      {v.meanwhile.length > 0 && (
        <>
          <h3>{tell("meanwhile")}</h3>
          <ul>
            {v.meanwhile.map((m) => (
              <li key={m.value}>
                <Marked text={m} />
              </li>
            ))}
          </ul>
        </>
      )}
      {advice && advice.page !== "rehome" && (
        <>
          <MakeReady advice={advice} />
          <Flips advice={advice} />
        </>
      )}
    </div>
  );
}

/** What is set right where it stands. */
function InPlace({ texts }: { texts: LookVerdict["in_place"] }) {
  if (texts.length === 0) return null;
  return (
    <>
      <h3>{tell("set-it-right-where-it-stands")}</h3>
      <ul>
        {texts.map((t) => (
          <li key={t.value}>
            <Marked text={t} />
          </li>
        ))}
      </ul>
    </>
  );
}

function Blocks({ title, blocks }: { title: string; blocks: LookVerdict["blocks"] }) {
  if (blocks.length === 0) return null;
  return (
    <>
      <h3>{title}</h3>
      <ul>
        {blocks.map((b) => (
          <li key={b.code}>
            <b>{b.name.value}.</b> <Marked text={b.why} />
          </li>
        ))}
      </ul>
    </>
  );
}

function CallSaid({ call }: { call: NonNullable<LookVerdict["spike"]> }) {
  return (
    <>
      <h3>
        <Say of={call.words} />
      </h3>
      <p>
        <Marked text={call.why} />
      </p>
      {call.later && (
        <p>
          <Marked text={call.later} />
        </p>
      )}
    </>
  );
}
