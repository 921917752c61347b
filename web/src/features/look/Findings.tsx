import { DownOutlined, RightOutlined } from "@ant-design/icons";
import { Button } from "antd";
import { useState } from "react";
import type { CauseKnowledge, Finding } from "../../lib/api/client";
import { listed } from "../../lib/words";
import { Several } from "../../ui/Choice";
import { Marked } from "../../ui/Mark";
import { Aside } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { YesNo } from "../../ui/YesNo";
import { drawn } from "../../ui/drawn";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/look";
import { usePlant } from "../plant";
import { JobTimer } from "../timers";
import css from "./look.module.css";
import type { InspectionDesk } from "./useInspection";

type State = "present" | "absent" | "unseen" | undefined;

/** The findings of some parts that apply to the plant in hand. */
function useApplying(knowledge: CauseKnowledge) {
  const { plant, profile } = usePlant();
  const applies = { bulbs: profile.storage_organs.value !== "none", pot: plant.intake.pot !== "none", "": true };
  return (keep: (f: Finding) => boolean) => knowledge.findings.filter((f) => keep(f) && applies[f.only ?? ""]);
}

/** What earlier steps say of a finding that was not noted here. */
function knownOf(desk: InspectionDesk, code: string) {
  return desk.server.causes.known.find((k) => k.finding === code);
}

/** Neither noted here nor known from an earlier step. */
const isOpenQuestion = (desk: InspectionDesk, f: Finding) => !desk.noted.findings[f.code] && !knownOf(desk, f.code);

type PartsProps = { codes: string[]; desk: InspectionDesk; knowledge: CauseKnowledge };

type AllProps = PartsProps & {
  /** Nothing lies open by itself: what is asked first stands above. */
  folded?: boolean;
};

/** Parts of the plant, one after the other, those of a worry first; the first not looked at lies open. */
export function Parts({ codes, desk, knowledge, folded }: AllProps) {
  const applying = useApplying(knowledge);
  const [turned, setTurned] = useState<Record<string, boolean>>({});
  const worried = new Set(worriesOf(desk, knowledge).flatMap((w) => w.parts.values));
  const parts = codes
    .map((code) => ({ code, findings: applying((f) => f.part === code) }))
    .filter((p) => p.findings.length > 0)
    .sort((a, b) => Number(worried.has(b.code)) - Number(worried.has(a.code)));
  const first = parts.find((p) => p.findings.some((f) => isOpenQuestion(desk, f)))?.code;
  return parts.map(({ code, findings }) => (
    <Part
      key={code}
      title={knowledge.parts[code]?.value ?? code}
      findings={findings}
      desk={desk}
      open={turned[code] ?? (!folded && code === first)}
      onOpen={(open) => setTurned((now) => ({ ...now, [code]: open }))}
    />
  ));
}

/** What worries its keeper, and what is looked for first: the few findings of that, and those that decide. */
export function First({ desk, knowledge }: Omit<PartsProps, "codes">) {
  const applying = useApplying(knowledge);
  const worries = worriesOf(desk, knowledge);
  const first = [...new Set([...desk.server.look.ask, ...worries.flatMap((w) => w.first.values)])];
  return (
    <>
      <Several
        label={tell("what-worries-you")}
        value={worries.map((w) => w.code)}
        options={knowledge.worries.map((w) => [w.code, w.name.value])}
        onChange={(all) => {
          const last = all.at(-1);
          const chosen = last === nothing ? [nothing] : all.filter((code) => code !== nothing);
          desk.note({ worries: chosen.length > 0 ? chosen : undefined });
        }}
      />
      <Asked findings={first.flatMap((code) => applying((f) => f.code === code))} desk={desk} />
    </>
  );
}

const nothing = "nothing";

const worriesOf = (desk: InspectionDesk, { worries }: CauseKnowledge) =>
  worries.filter((w) => desk.noted.worries?.includes(w.code));

function Asked({ findings, desk }: { findings: Finding[]; desk: InspectionDesk }) {
  if (findings.length === 0) return null;
  return (
    <section className={view.ruled} data-part="asked" data-tone="water" aria-label={tell("say-this-first")}>
      <h2>{tell("say-this-first")}</h2>
      <ul className={view.rows}>
        {findings.map((f) => (
          <FindingRow key={f.code} finding={f} desk={desk} />
        ))}
      </ul>
    </section>
  );
}

type PartProps = {
  title: string;
  findings: Finding[];
  desk: InspectionDesk;
  open: boolean;
  onOpen: (open: boolean) => void;
};

/** One part of the plant: its signs, and one tap to say that none of them is there. */
function Part({ title, findings, desk, open, onOpen }: PartProps) {
  const told = (f: Finding) => desk.noted.findings[f.code] ?? knownOf(desk, f.code)?.state;
  const looked = findings.filter((f) => ["present", "absent"].includes(told(f) ?? "")).length;
  const there = findings.filter((f) => desk.noted.findings[f.code] === "present").map((f) => f.name.value);
  // What takes its time to feel is not answered with the rest.
  const rest = findings.filter((f) => isOpenQuestion(desk, f) && !f.waits);
  const none = () => {
    desk.find(Object.fromEntries(rest.map((f) => [f.code, "absent" as const])));
    onOpen(false);
  };
  return (
    <section className={css.part} data-part={title}>
      <div className={css.partHead}>
        <Button
          type="text"
          block
          icon={open ? <DownOutlined {...drawn} /> : <RightOutlined {...drawn} />}
          className={css.partName}
          aria-expanded={open}
          onClick={() => onOpen(!open)}
        >
          <span>
            <b>{title}</b>{" "}
            <Aside>
              {looked === 0
                ? tell("signs", { count: findings.length })
                : tell("of-looked-at", { looked, count: findings.length })}{" "}
              {there.length > 0 && tell("found", { found: listed(there) })}
            </Aside>
          </span>
        </Button>
        {rest.length > 0 && (
          <Button data-none onClick={none}>
            {rest.length === findings.length ? tell("none-of-these") : tell("none-of-the-others")}
          </Button>
        )}
      </div>
      {open && (
        <ul className={view.rows}>
          {findings.map((f) => (
            <FindingRow key={f.code} finding={f} desk={desk} />
          ))}
        </ul>
      )}
    </section>
  );
}

/** One finding: what it is, how to tell, there or not. */
function FindingRow({ finding: f, desk }: { finding: Finding; desk: InspectionDesk }) {
  const { plant } = usePlant();
  const state = desk.noted.findings[f.code] as State;
  const known = state ? undefined : knownOf(desk, f.code);
  return (
    <li className={css.finding} data-finding={f.code} data-state={state ?? known?.state}>
      <div>
        <b>
          <Marked text={{ ...f.tell, value: f.name.value }} />
        </b>
        <p>
          <Say of={f.tell} />
        </p>
        {f.waits && !state && <JobTimer job={f.code} minutes={f.waits.value} of={f.name.value} plantID={plant.id} />}
        {known && (
          <p>
            <Tell
              of="known"
              with={{ state: known.state === "present" ? "yes" : "no", source: <Say of={known.from} /> }}
            />
          </p>
        )}
      </div>
      <Answer
        label={f.name.value}
        state={state}
        known={known?.state as State}
        onAnswer={(s) => desk.find({ [f.code]: s })}
      />
    </li>
  );
}

type AnswerProps = { label: string; state: State; known?: State; onAnswer: (s: State) => void };

const thereOrNot = [
  ["present", tell("yes")],
  ["absent", tell("no")],
  ["unseen", tell("cannot-tell")],
] as const;

/** Whether a finding is there; or nobody can tell, and then it stays open and is not asked for soon again. */
export function Answer({ state, ...rest }: AnswerProps) {
  return <YesNo options={thereOrNot} value={state} {...rest} />;
}
