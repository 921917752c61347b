import { useQuery } from "@tanstack/react-query";
import { Button, Flex, Space } from "antd";
import { useState } from "react";
import { ask, client, type AskedRoot, type KeptWish, type WishAnswer } from "../../lib/api/client";
import { mayI } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { type Words } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Followed } from "../../ui/Followed";
import { Marked } from "../../ui/Mark";
import { Row } from "../../ui/Row";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { tell } from "../../words/wishes";
import { usePlant } from "../plant";
import css from "./wishes.module.css";

const answerTones: Record<string, string> = { yes: "green", no: "umber" };
const answerWords: Record<string, string> = { yes: tell("yes"), "not-now": tell("not-now"), no: tell("no") };

const feels: Words = [
  ["firm", tell("firm")],
  ["limp", tell("limp")],
  ["hollow", tell("hollow-flat")],
  ["mushy", tell("mushy")],
  ["crunchy", tell("crunchy")],
  ["thread", tell("a-bare-thread")],
];

const colours: Words = [
  ["pale", tell("pale")],
  ["green", tell("green")],
  ["brown", tell("brown-all-over")],
  ["patches-smooth", tell("brown-patches-smooth")],
  ["patches-hard", tell("brown-patches-hard")],
  ["black", tell("black")],
];

/** A rescuer comes with a wish: it is answered at once. */
export function MayI() {
  const { plant } = usePlant();
  const [root, setRoot] = useState<AskedRoot>();
  const asked = useQuery(mayI(plant.id, root));
  const [code, setCode] = useState("");
  const { send, trouble } = useSend({});
  if (asked.error && !asked.data) return <Trouble error={asked.error} again={() => run(asked.refetch())} />;
  if (!asked.data) return <Waiting />;
  const { answers, kept } = asked.data;
  const answer = answers.find((a) => a.wish === code);
  const keep = () => {
    const body = { wish: code, root };
    send(() => ask(client.POST("/api/v1/plants/{id}/wishes", { params: { path: { id: plant.id } }, body })));
  };
  const pick = (wish: string) => {
    setCode(wish === code ? "" : wish);
    setRoot(undefined);
  };
  return (
    <section data-part="may-i" aria-labelledby="may-i">
      <h2 id="may-i">{tell("may-i")}</h2>
      <div className={view.tiles}>
        {answers.map((a) => (
          <Button key={a.wish} data-wish={a.wish} aria-pressed={a.wish === code} onClick={() => pick(a.wish)}>
            {a.name}
          </Button>
        ))}
      </div>
      {answer && (
        <Flex vertical gap="small">
          <AnswerSaid answer={answer} />
          {answer.asks === "root" && (
            <>
              <Choice
                label={tell("how-does-it-feel")}
                value={root?.feel ?? ""}
                options={feels}
                onChange={(v) => setRoot((now) => ({ ...now, feel: v as AskedRoot["feel"] }))}
              />
              <Choice
                label={tell("what-colour-is-it")}
                value={root?.colour ?? ""}
                options={colours}
                onChange={(v) => setRoot((now) => ({ ...now, colour: v as AskedRoot["colour"] }))}
              />
            </>
          )}
          <Row>
            <Button onClick={keep}>{tell("keep-this-with-its-answer")}</Button>
          </Row>
        </Flex>
      )}
      {trouble && <Trouble error={trouble} />}
      <Wished kept={kept} />
    </section>
  );
}

/** The answer first, then why, what instead, and what changes it. */
function AnswerSaid({ answer: a }: { answer: WishAnswer }) {
  return (
    <div className={view.ruled} data-part="said" data-tone={answerTones[a.answer]} data-answer={a.answer} role="status">
      <p className={css.word}>
        {answerWords[a.answer]} {a.from_on && <small>{tell("until", { fromon: day(a.from_on) })}</small>}
      </p>
      <p>
        <Marked text={a.because} />
      </p>
      {a.instead && (
        <p>
          <b>{tell("instead")}</b> <Marked text={a.instead} />
        </p>
      )}
      {a.changes && (
        <p>
          <b>{tell("what-changes-it")}</b> <Marked text={a.changes} />
        </p>
      )}
      {a.side && (
        <ul>
          <Followed side={a.side} />
        </ul>
      )}
      {a.cautions.map((c) => (
        <p key={c.code} data-part="caution">
          <Marked text={c.words} />
        </p>
      ))}
    </div>
  );
}

const outcomes: Words = [
  ["did", tell("did-it")],
  ["left", tell("left-it")],
  ["instead", tell("did-the-other")],
];

/** What was wished for, what was said, and what was then done. */
function Wished({ kept }: { kept: KeptWish[] }) {
  if (kept.length === 0) return null;
  return (
    <>
      <h3>{tell("asked-before")}</h3>
      <ul className={view.rows}>
        {kept.map((k) => (
          <Once key={k.id} kept={k} />
        ))}
      </ul>
    </>
  );
}

function Once({ kept: k }: { kept: KeptWish }) {
  const { send, trouble } = useSend({});
  const say = (done: string) => {
    const body = { version: k.version, note: k.note, done: (done === k.done ? undefined : done) as typeof k.done };
    send(() => ask(client.PUT("/api/v1/wishes/{id}", { params: { path: { id: k.id } }, body })));
  };
  return (
    <li className={view.line} data-kept={k.answer.wish}>
      <span>
        {day(k.on)}: {k.answer.name}? <b>{answerWords[k.answer.answer]}.</b>
      </span>
      <Space.Compact>
        {outcomes.map(([done, words]) => (
          <Button key={done} aria-pressed={k.done === done} onClick={() => say(done)}>
            {words}
          </Button>
        ))}
      </Space.Compact>
      {trouble && <Trouble error={trouble} />}
    </li>
  );
}
