import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { Link } from "react-router";
import type { Inspection, UnpotStep as Step } from "../../lib/api/client";
import { unpotKnowledge } from "../../lib/api/queries";
import { accidentWords } from "../../lib/words";
import { Cautions } from "../../ui/Care";
import { Tick } from "../../ui/Choice";
import { Marked } from "../../ui/Mark";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { tell } from "../../words/unpot";
import { Clashes, InspectionStep, Parts, type StepProps } from "../look";
import { PlantSoFar } from "../plant";
import css from "./unpot.module.css";

/** The parts that only come to light out of the pot. */
const brought = ["medium", "lodgers"];

export default function UnpotStep() {
  return <InspectionStep step={Unpot} />;
}

/** Out of the pot without tearing: how, what came to light, what broke. */
function Unpot({ desk, knowledge }: StepProps) {
  const { noted, note, server } = desk;
  const { look, unpot } = server;
  return (
    <div className={view.step} data-part="unpot">
      <section>
        {(look.decision === "leave" || look.decision === "wait") && (
          <p>
            <b>
              <Say of={look.headline} />
            </b>{" "}
            <Say of={server.again} /> <Link to="../look">{tell("why")}</Link>
          </p>
        )}
        <h2>{tell("how-it-comes-out")}</h2>
        <ol data-part="steps">
          {unpot.steps.map((s) => (
            <Words key={s.code} step={s} />
          ))}
        </ol>
        <Cautions cautions={unpot.cautions} />
        <Tick
          label={tell("it-is-out-of-its-pot")}
          checked={noted.unpotted ?? false}
          onChange={(on) => note({ unpotted: on || undefined })}
        />
        <h2>{tell("what-came-to-light")}</h2>
        <Clashes parts={brought} desk={desk} knowledge={knowledge} />
        <Parts codes={brought} desk={desk} knowledge={knowledge} />
        {unpot.follows.length > 0 && (
          <>
            <h2>{tell("what-follows")}</h2>
            <ul data-part="follows">
              {unpot.follows.map((s) => (
                <Words key={s.code} step={s} />
              ))}
            </ul>
          </>
        )}
        <Accidents accidents={noted.accidents ?? []} onChange={(accidents) => note({ accidents })} />
      </section>
      <PlantSoFar />
    </div>
  );
}

function Words({ step: s }: { step: Step }) {
  return (
    <li>
      <Marked text={s.words} />
    </li>
  );
}

type Broken = NonNullable<Inspection["accidents"]>;

/** What broke on the way. It explains the months to come. */
function Accidents({ accidents, onChange }: { accidents: Broken; onChange: (a: Broken | undefined) => void }) {
  const explains = useQuery(unpotKnowledge).data?.accidents;
  const count = (what: string) => accidents.find((a) => a.what === what)?.count ?? 0;
  const set = (what: Broken[number]["what"], n: number) => {
    const others = accidents.filter((a) => a.what !== what);
    const all = n > 0 ? [...others, { what, count: n }] : others;
    onChange(all.length > 0 ? all : undefined);
  };
  return (
    <section data-part="accidents">
      <h2>{tell("what-broke")}</h2>
      <ul className={css.accidents}>
        {accidentWords.map(([code, words]) => {
          const n = count(code);
          const what = code as Broken[number]["what"];
          const says = explains?.[code];
          return (
            <li key={code}>
              <span>{words}</span>
              <span>
                <Button aria-label={tell("one-less", { words })} disabled={n === 0} onClick={() => set(what, n - 1)}>
                  −
                </Button>
                <output>{n}</output>
                <Button aria-label={tell("one-more", { words })} onClick={() => set(what, n + 1)}>
                  +
                </Button>
              </span>
              {n > 0 && says && (
                <p>
                  <Marked text={says} />
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
