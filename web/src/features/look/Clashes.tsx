import type { CauseKnowledge } from "../../lib/api/client";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Say } from "../../ui/Say";
import { Tell, tell } from "../../words/look";
import type { InspectionDesk } from "./useInspection";

type Props = { parts: string[]; desk: InspectionDesk; knowledge: CauseKnowledge };

/** What was noted of some parts and does not hold together: which is the slip, a second look tells. */
export function Clashes({ parts, desk, knowledge }: Props) {
  const here = new Set(knowledge.findings.filter((f) => parts.includes(f.part)).map((f) => f.code));
  const clashes = desk.server.causes.clashes.filter((c) => c.findings.some((code) => here.has(code)));
  const name = (code: string) => knowledge.findings.find((f) => f.code === code)?.name.value ?? code;
  const noted = [...new Set(clashes.flatMap((c) => c.findings))].filter((code) => desk.noted.findings[code]);
  if (clashes.length === 0) return null;
  return (
    <section data-part="clash" aria-label={tell("look-at-this-again")}>
      {clashes.map(({ findings, known, why }) => (
        <p key={findings.join()}>
          {known ? (
            <>
              <Tell
                of="you-say-and"
                with={{
                  finding: <b>{name(known.finding)}</b>,
                  state: known.state === "present" ? "no" : "yes",
                  source: <Say of={known.from} />,
                }}
              />
            </>
          ) : (
            <>
              <Tell of="these-do-not-go-together" with={{ findings: <b>{findings.map(name).join(" · ")}</b> }} />
            </>
          )}{" "}
          <Marked text={why} />
        </p>
      ))}
      <p>
        {noted.map((code) => (
          <Plain key={code} onClick={() => desk.find({ [code]: undefined })}>
            {tell("take-back", { name: name(code) })}
          </Plain>
        ))}
      </p>
    </section>
  );
}
