import { useState } from "react";
import type { CauseKnowledge, Finding } from "../api/client";
import { Mark } from "../marks/Mark";
import { usePlant } from "../plant/PlantPage";
import type { InspectionDesk } from "./useInspection";

type State = "present" | "absent" | undefined;

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

/** Parts of the plant, one after the other; the first that was not looked at lies open. */
export function Parts({ codes, desk, knowledge }: PartsProps) {
  const applying = useApplying(knowledge);
  const [turned, setTurned] = useState<Record<string, boolean>>({});
  const parts = codes
    .map((code) => ({ code, findings: applying((f) => f.part === code) }))
    .filter((p) => p.findings.length > 0);
  const first = parts.find((p) => p.findings.some((f) => isOpenQuestion(desk, f)))?.code;
  return parts.map(({ code, findings }) => (
    <Part
      key={code}
      title={knowledge.parts[code]?.value ?? code}
      findings={findings}
      desk={desk}
      open={turned[code] ?? code === first}
      onOpen={(open) => setTurned((now) => ({ ...now, [code]: open }))}
    />
  ));
}

/** The findings that decide, to be looked for before all others. */
export function Asked({ desk, knowledge }: Omit<PartsProps, "codes">) {
  const ask = desk.server.look.ask;
  const findings = knowledge.findings.filter((f) => ask.includes(f.code));
  if (findings.length === 0) return null;
  return (
    <section className="look-asked" aria-label="Say this first">
      <h2>Say this first</h2>
      <ul className="findings">
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
  const looked = findings.filter((f) => desk.noted.findings[f.code] ?? knownOf(desk, f.code)).length;
  const there = findings.filter((f) => desk.noted.findings[f.code] === "present").length;
  const rest = findings.filter((f) => isOpenQuestion(desk, f));
  const none = () => {
    desk.find(Object.fromEntries(rest.map((f) => [f.code, "absent" as const])));
    onOpen(false);
  };
  return (
    <section className="part" data-part={title}>
      <div className="part-head">
        <button type="button" className="part-name" aria-expanded={open} onClick={() => onOpen(!open)}>
          <b>{title}</b>{" "}
          <small>
            {looked === 0 ? `${findings.length} signs` : `${looked} of ${findings.length} looked at`}
            {there > 0 && `, ${there} found`}
          </small>
        </button>
        {rest.length > 0 && (
          <button type="button" className="part-none" onClick={none}>
            {rest.length === findings.length ? "None of these" : "None of the others"}
          </button>
        )}
      </div>
      {open && (
        <ul className="findings">
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
  const state = desk.noted.findings[f.code] as State;
  const known = state ? undefined : knownOf(desk, f.code);
  return (
    <li className="finding" data-finding={f.code} data-state={state ?? known?.state}>
      <div>
        <b>{f.name.value}</b> <Mark from={f.tell} />
        <p>{f.tell.value}</p>
        {known && (
          <p className="finding-known">
            Known: {known.state === "present" ? "yes" : "no"}. {known.from}.
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

/** Yes or no; tapping the answer again takes it back. */
export function Answer({ label, state, known, onAnswer }: AnswerProps) {
  const button = (is: "present" | "absent", words: string) => (
    <button
      type="button"
      aria-pressed={state === is}
      aria-label={`${label}: ${words.toLowerCase()}`}
      data-known={known === is || undefined}
      onClick={() => onAnswer(state === is ? undefined : is)}
    >
      {words}
    </button>
  );
  return (
    <span className="answer">
      {button("present", "Yes")}
      {button("absent", "No")}
    </span>
  );
}
