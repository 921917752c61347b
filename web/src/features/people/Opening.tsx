import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Flex, Switch } from "antd";
import { useId, useState } from "react";
import { ask, client, type Opened } from "../../lib/api/client";
import { AddPerson } from "../../lib/api/fields";
import { network, people } from "../../lib/api/queries";
import { useSend } from "../../lib/send";
import { eitherOf, listed } from "../../lib/words";
import { Notice } from "../../ui/Notice";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/people";
import { Secret } from "./SignIn";

/** Opens the program to phones and helpers on the same network, and says where they find it. */
export function Opening() {
  const how = useQuery(network).data;
  const cache = useQueryClient();
  const id = useId();
  const { send, trouble, sending } = useSend<Opened>({
    then: (now) => cache.setQueryData(network.queryKey, now),
  });
  if (!how) return null;
  return (
    <section data-part="opening">
      <h2>{tell("phones-and-helpers")}</h2>
      <Row words>
        <Switch
          id={id}
          checked={how.open}
          loading={sending}
          disabled={how.fixed || how.confirm || (!how.can && !how.open)}
          aria-labelledby={`${id}-words`}
          onChange={(open) => send(() => ask(client.PUT("/api/v1/network", { body: { open } })))}
        />
        <label id={`${id}-words`} htmlFor={id}>
          {tell("open-to-others-on-this-network")}
        </label>
      </Row>
      {trouble && <Trouble error={trouble} />}
      {how.confirm && <Confirm />}
      {!how.open && how.can && !how.confirm && <Why>{tell("closed-only-this-machine-reaches")}</Why>}
      {!how.can && <First />}
      {how.open && <Reach of={how} />}
    </section>
  );
}

/** After a copy was brought back: those who could come in by it may, or are changed first. */
function Confirm() {
  const all = useQuery(people).data ?? [];
  const cache = useQueryClient();
  const { send, trouble, sending } = useSend<Opened>({
    then: (now) => cache.setQueryData(network.queryKey, now),
  });
  return (
    <Notice is="note">
      <p>{tell("a-copy-was-brought-back-these", { names: listed(all.map((p) => p.name)) })}</p>
      {trouble && <Trouble error={trouble} />}
      <Button loading={sending} onClick={() => send(() => ask(client.PUT("/api/v1/people/confirmed", {})))}>
        {tell("these-people-may-come-in")}
      </Button>
    </Notice>
  );
}

/** Where others find it, and how they know that it is this one. */
function Reach({ of }: { of: Opened }) {
  return (
    <>
      {of.plain && <Notice is="alarm">{tell("nothing-is-encrypted-whoever-is")}</Notice>}
      {of.addresses.length === 0 ? (
        <p>{tell("this-machine-is-on-no-network")}</p>
      ) : (
        <p>
          <Tell
            of="type-on-the-phone"
            with={{
              address: <b>{of.addresses[0]}</b>,
            }}
          />{" "}
          {of.addresses.length > 1 && tell("or", { others: eitherOf(of.addresses.slice(1)) })}
        </p>
      )}
      {of.fixed && <Why>{tell("it-was-opened-when-it-was")}</Why>}
      {of.fingerprint && (
        <Why>
          <Tell of="the-phone-warns-once-that-it" with={{ code: <code>{of.fingerprint}</code> }} />
        </Why>
      )}
    </>
  );
}

/** Before anything is opened, one keeper has a passphrase. */
function First() {
  const cache = useQueryClient();
  const keepers = useQuery(people).data?.filter((p) => p.role === "keeper") ?? [];
  const [typed, setName] = useState<string>();
  const [passphrase, setPassphrase] = useState("");
  const name = typed ?? keepers[0]?.name ?? "";
  const known = keepers.find((p) => p.name.toLowerCase() === name.trim().toLowerCase());
  const { send, trouble, wrong, sending } = useSend({
    then: (answer: { people: unknown[] }) => cache.setQueryData(people.queryKey, answer.people as never),
  });
  return (
    <form
      aria-label={tell("the-first-keeper")}
      onSubmit={(e) => {
        e.preventDefault();
        send(() =>
          known
            ? ask(
                client.PUT("/api/v1/people/{id}/passphrase", {
                  params: { path: { id: known.id } },
                  body: { new: passphrase },
                }),
              )
            : ask(client.POST("/api/v1/people", { body: { name, role: "keeper", passphrase } })),
        );
      }}
    >
      <p>{tell("first-the-keeper-of-this-bench")}</p>
      <Flex vertical gap={10} align="start">
        <TextLine
          {...AddPerson.name}
          label={tell("keepers-name")}
          value={name}
          onChange={setName}
          error={wrong("name")}
        />
        <Secret
          label={tell("keepers-passphrase")}
          value={passphrase}
          onChange={setPassphrase}
          error={wrong("passphrase") ?? wrong("new")}
        />
        <Why>{tell("twelve-signs-or-more-four-words")}</Why>
        <Button type="primary" htmlType="submit" loading={sending} disabled={!name.trim() || !passphrase}>
          {tell("keep-it")}
        </Button>
        {trouble && !wrong("name") && !wrong("passphrase") && !wrong("new") && <Trouble error={trouble} />}
      </Flex>
    </form>
  );
}
