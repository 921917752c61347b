import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, Refused, type Weigh, type Weighed } from "../../lib/api/client";
import { Weigh as fields } from "../../lib/api/fields";
import { weighings } from "../../lib/api/queries";
import { tellDoubt } from "../../lib/changed";
import { shortDay, today } from "../../lib/dates";
import { useDayOrToday } from "../../lib/day";
import { inOrder } from "../../lib/outbox";
import { useSend } from "../../lib/send";
import { figure, type Words } from "../../lib/words";
import { Day } from "../../ui/Day";
import { Figure } from "../../ui/Figure";
import { Fold } from "../../ui/Fold";
import { Notice } from "../../ui/Notice";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Why, Aside } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/weights";
import { usePlant } from "../plant";
import { Scale } from "./Scale";
import { reasons } from "./reasons";
import css from "./weights.module.css";

type Props = { kind: Weigh["kind"] };

const moments: Words = [
  ["wet", tell("just-watered-and-drained")],
  ["between", tell("in-between")],
  ["light", tell("due-for-water")],
];

/** Weights: typed, or taken from a scale by one tap. What does not follow is asked about, not swallowed. */
export function Weights({ kind }: Props) {
  const { plant } = usePlant();
  const list = useQuery(weighings(plant.id));
  const [grams, setGrams] = useState<number>();
  const [on, setOn] = useDayOrToday();
  const [moment, setMoment] = useState("");
  const { keep, kept, withdraw, asked, trouble } = useWeights(plant.id, () => {
    setGrams(undefined);
    setMoment("");
  });
  /** What a scale shows is of now; what is typed may be of another day. */
  const weigh = (g: number, day = today()) =>
    keep({
      kind,
      grams: g,
      ...(day !== today() && { at: new Date(`${day}T12:00:00`).toISOString() }),
      ...(kind === "pot" && moment && { moment: moment as Weigh["moment"] }),
    });
  const mine = (list.data ?? []).filter((w) => w.kind === kind).reverse();
  const line = (w: Weighed) => <Line key={w.id} w={w} onTurn={() => withdraw(w)} />;
  return (
    <section data-part="weights" aria-label={tell("weights")}>
      <h2>{kind === "bare" ? tell("weigh-the-bare-plant") : tell("weigh-the-pot")}</h2>
      <Why>{kind === "bare" ? tell("shaken-dry-before-it-is-soaked") : tell("right-after-watering-once")}</Why>
      {kind === "pot" && <WetAndLight list={mine} />}
      {asked ? (
        <WhyNot kind={kind} asked={asked} kept={kept} />
      ) : (
        <>
          <Scale onTake={weigh} />
          <Row onSend={() => grams !== undefined && weigh(grams, on)}>
            <Figure
              {...fields.grams}
              value={grams}
              onChange={setGrams}
              error={trouble instanceof Refused ? trouble.at("grams") : undefined}
            />
            <Day
              label={tell("on")}
              value={on}
              onChange={setOn}
              error={trouble instanceof Refused ? trouble.at("at") : undefined}
            />
            {kind === "pot" && (
              <Pick
                label={tell("the-pot-is")}
                value={moment}
                options={[
                  { value: "", label: tell("not-said") },
                  ...moments.map(([value, label]) => ({ value, label })),
                ]}
                onChange={setMoment}
              />
            )}
            <Button htmlType="submit" disabled={grams === undefined || !on}>
              {tell("note-this-weight")}
            </Button>
          </Row>
        </>
      )}
      {trouble && !(trouble instanceof Refused && trouble.problem?.faults) && <Trouble error={trouble} />}
      {mine.length > 0 && (
        <>
          <ol className={css.list}>{mine.slice(0, 4).map(line)}</ol>
          {mine.length > 4 && (
            <Fold summary={tell("earlier", { count: mine.length - 4 })}>
              <ol className={css.list}>{mine.slice(4).map(line)}</ol>
            </Fold>
          )}
        </>
      )}
    </section>
  );
}

/** What is kept and taken back of the weights; what does not follow from those before is asked about. */
function useWeights(plantID: number, onKept: () => void) {
  const cache = useQueryClient();
  const at = { params: { path: { id: plantID } } };
  const settle = (answer: { weighings: Weighed[] }) =>
    cache.setQueryData(["plant", plantID, "weighings"], answer.weighings);
  const kept = useMutation({
    mutationFn: (body: Weigh) => {
      const now = new Date().toISOString();
      return inOrder((late) =>
        ask(client.POST("/api/v1/plants/{id}/weighings", { ...at, body: { ...(late && { at: now }), ...body } })),
      );
    },
    onSuccess: (answer) => {
      if (answer) settle(answer);
      else tellDoubt(); // it was kept the first time
      onKept();
    },
  });
  const keep = kept.mutate;
  const withdrawn = useSend({ then: settle });
  const asked = kept.error instanceof Refused ? kept.error.at("because") : undefined;
  const trouble = asked ? null : (kept.error ?? withdrawn.trouble);
  const withdraw = (w: Weighed) => {
    const body = { weighing_id: w.id, withdrawn: !w.withdrawn };
    withdrawn.send(() => ask(client.PUT("/api/v1/plants/{id}/weighings", { ...at, body })));
  };
  return { keep, kept, withdraw, asked, trouble };
}

type WhyNotProps = Props & { asked: string; kept: ReturnType<typeof useWeights>["kept"] };

/** Why a weight does not follow, by one tap. */
const WhyNot = ({ kind, asked, kept }: WhyNotProps) => (
  <Notice
    is="trouble"
    aloud
    acts={
      <Row>
        {reasons[kind].map(([code, words]) => (
          <Button
            key={code}
            onClick={() => kept.variables && kept.mutate({ ...kept.variables, because: code as Weigh["because"] })}
          >
            {words}
          </Button>
        ))}
        <Plain onClick={kept.reset}>{tell("i-will-weigh-it-again")}</Plain>
      </Row>
    }
  >
    {asked}
  </Notice>
);

/** The two weights that tell what a pot holds, one after the other. */
function WetAndLight({ list }: { list: Weighed[] }) {
  const has = (moment: string) => list.some((w) => w.moment === moment && !w.withdrawn);
  const steps = [
    ["wet", tell("water-it-through-let-it-drain")],
    ["light", tell("wait-until-it-feels-light-and")],
  ] as const;
  if (steps.every(([moment]) => has(moment))) return null;
  return (
    <ol>
      {steps.map(([moment, words]) => (
        <li key={moment} data-done={has(moment) || undefined}>
          {words}
          {has(moment) && ` ${tell("done")}`}
        </li>
      ))}
    </ol>
  );
}

function Line({ w, onTurn }: { w: Weighed; onTurn: () => void }) {
  return (
    <li data-withdrawn={w.withdrawn || undefined}>
      <span>{shortDay(w.at)}</span> <b>{figure(w.grams)} g</b>
      <Aside> {said(w)}</Aside>
      <Plain onClick={onTurn}>{w.withdrawn ? tell("let-it-stand") : tell("take-it-back")}</Plain>
    </li>
  );
}

function said(w: Weighed): string {
  if (w.withdrawn) return tell("taken-back");
  const words = {
    cut: tell("something-cut-off-counted-anew"),
    pot: tell("changed-counted-anew-from-here"),
    wet: tell("wet-kept-not-counted"),
    watered: tell("what-watered"),
    right: "",
  } as Record<string, string>;
  return words[w.because ?? ""] ?? moments.find(([code]) => code === w.moment)?.[1] ?? "";
}
