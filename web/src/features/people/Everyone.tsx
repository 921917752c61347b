import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Flex, Popconfirm, QRCode, Statistic } from "antd";
import { useState } from "react";
import { ask, client, type Code, type Person } from "../../lib/api/client";
import { AddPerson } from "../../lib/api/fields";
import { network, people } from "../../lib/api/queries";
import { useSend } from "../../lib/send";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside, Headline, Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { tell } from "../../words/people";
import { Passphrase } from "./Passphrase";

type Roles = Person["role"];

const roles = [
  ["helper", tell("helper")],
  ["keeper", tell("keeper")],
] as const;

/** Who works here, and how their phones come in. */
export function Everyone() {
  const list = useQuery(people);
  const open = useQuery(network).data;
  const cache = useQueryClient();
  const [code, setCode] = useState<Code>();
  const { send, trouble } = useSend<{ people: Person[] }>({
    then: (answer) => cache.setQueryData(people.queryKey, answer.people),
  });
  const gives = useSend<Code>({ then: setCode });
  const change = (p: Person, part: { role?: Roles; gone?: boolean }) =>
    send(() =>
      ask(
        client.PUT("/api/v1/people/{id}", {
          params: { path: { id: p.id } },
          body: { name: p.name, role: p.role, ...part },
        }),
      ),
    );
  return (
    <section data-part="people">
      <h2>{tell("people")}</h2>
      <Why>{tell("a-keeper-does-all-a-helper-does")}</Why>
      <ul className={view.rows} aria-label={tell("people")}>
        {list.data?.map((p) => (
          <li key={p.id} data-person={p.name}>
            <Row words>
              <b>{p.name}</b>
              <Aside>
                {tell("comes-in-by", {
                  role: p.role === "keeper" ? tell("keeper") : tell("helper"),
                  passphrase: p.passphrase ? tell("a-passphrase-or-a-code") : tell("a-code"),
                })}
              </Aside>
              <Plain
                disabled={!open?.addresses.length}
                onClick={() => gives.send(() => ask(client.POST("/api/v1/codes", { body: { person_id: p.id } })))}
              >
                {tell("code-for-a-phone")}
              </Plain>
              <Plain onClick={() => change(p, { role: p.role === "keeper" ? "helper" : "keeper" })}>
                {p.role === "keeper" ? tell("make-a-helper") : tell("make-a-keeper")}
              </Plain>
              <Popconfirm
                title={tell("works-here-no-more", { name: p.name })}
                description={tell("they-are-signed-out-everywhere")}
                okText={tell("yes")}
                cancelText={tell("no")}
                onConfirm={() => change(p, { gone: true })}
              >
                <Plain>{tell("take-out")}</Plain>
              </Popconfirm>
            </Row>
          </li>
        ))}
      </ul>
      {list.data?.length === 0 && <p>{tell("nobody-yet-whoever-sits-at-this")}</p>}
      {!open?.addresses.length && list.data && list.data.length > 0 && (
        <Why>{tell("open-it-to-others-first-then-a")}</Why>
      )}
      {Boolean(trouble ?? gives.trouble) && <Trouble error={trouble ?? gives.trouble} />}
      {code && <Joining key={code.code} code={code} at={open?.addresses[0] ?? ""} onGone={() => setCode(undefined)} />}
      <Fold summary={tell("add-someone")}>
        <Adding onKept={(all) => cache.setQueryData(people.queryKey, all)} />
      </Fold>
      <Fold summary={tell("passphrases")}>
        <Passphrase list={list.data ?? []} />
      </Fold>
    </section>
  );
}

/** A code to scan or to type, and how long it holds. */
function Joining({ code, at, onGone }: { code: Code; at: string; onGone: () => void }) {
  const [until] = useState(() => Date.now() + code.seconds * 1000);
  const [over, setOver] = useState(false);
  return (
    <section data-part="code" aria-label={tell("code-for", { person: code.person })}>
      <Row words>
        {!over && <QRCode type="svg" value={`${at}/join#${code.code}`} size={180} color="#000" bgColor="#fff" />}
        <Flex vertical gap={6} align="start">
          <b>{tell("joins-by-this-code", { person: code.person })}</b>
          {!over ? (
            <>
              <Headline>{`${code.code.slice(0, 3)} ${code.code.slice(3)}`}</Headline>
              <span>{tell("scan-it-or-type-it-at", { at })}</span>
              <Statistic.Timer
                type="countdown"
                title={tell("it-works-once-and-holds")}
                value={until}
                format="m:ss"
                onFinish={() => setOver(true)}
              />
            </>
          ) : (
            <span role="status">{tell("this-code-has-run-out-make-a-new")}</span>
          )}
          <Button onClick={onGone}>{tell("put-it-away")}</Button>
        </Flex>
      </Row>
    </section>
  );
}

/** Someone new. */
function Adding({ onKept }: { onKept: (all: Person[]) => void }) {
  const [name, setName] = useState("");
  const [role, setRole] = useState<Roles>("helper");
  const { send, trouble, wrong, sending } = useSend<{ people: Person[] }>({
    then: (answer) => {
      setName("");
      onKept(answer.people);
    },
  });
  return (
    <Row
      onSend={() => send(() => ask(client.POST("/api/v1/people", { body: { name, role } })))}
      label={tell("add-someone")}
    >
      <TextLine {...AddPerson.name} value={name} onChange={setName} error={wrong("name")} />
      <Choice label={tell("role")} value={role} options={roles} onChange={(r) => setRole(r as Roles)} />
      <Button htmlType="submit" loading={sending} disabled={!name.trim()}>
        {tell("add")}
      </Button>
      {trouble && !wrong("name") && <Trouble error={trouble} />}
    </Row>
  );
}
