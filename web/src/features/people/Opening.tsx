import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Flex, Switch } from "antd";
import { useId, useState } from "react";
import { ask, client, type Opened } from "../../lib/api/client";
import { AddPerson } from "../../lib/api/fields";
import { network, people } from "../../lib/api/queries";
import { useSend } from "../../lib/send";
import { Notice } from "../../ui/Notice";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
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
      <h2>Phones and helpers</h2>
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
          Open to others on this network
        </label>
      </Row>
      {trouble && <Trouble error={trouble} />}
      {how.confirm && <Confirm />}
      {!how.open && how.can && !how.confirm && (
        <Why>Closed: only this machine reaches the bench. Open, everyone is asked who they are.</Why>
      )}
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
      <p>
        A copy was brought back. These people could come in by it: {all.map((p) => p.name).join(", ")}. Take out below
        who no longer works here. Then say here, at this machine, that the others may come in.
      </p>
      {trouble && <Trouble error={trouble} />}
      <Button loading={sending} onClick={() => send(() => ask(client.PUT("/api/v1/people/confirmed", {})))}>
        These people may come in
      </Button>
    </Notice>
  );
}

/** Where others find it, and how they know that it is this one. */
function Reach({ of }: { of: Opened }) {
  return (
    <>
      {of.plain && (
        <Notice is="alarm">
          Nothing is encrypted: whoever is on the same network can read and change what is sent, passphrases and all.
        </Notice>
      )}
      {of.addresses.length === 0 ? (
        <p>This machine is on no network now. Join one, and its address shows here.</p>
      ) : (
        <p>
          Type on the phone: <b>{of.addresses[0]}</b>
          {of.addresses.length > 1 && <>, or {of.addresses.slice(1).join(", ")}</>}
        </p>
      )}
      {of.fixed && <Why>It was opened when it was started. Start it without that to close it.</Why>}
      {of.fingerprint && (
        <Why>
          The phone warns once that it does not know the certificate: this machine made it itself. Let the phone show
          the certificate and compare its SHA-256 fingerprint, then go on: <code>{of.fingerprint}</code>
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
      aria-label="The first keeper"
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
      <p>First, the keeper of this bench, with a passphrase: without one nobody could be kept out.</p>
      <Flex vertical gap={10} align="start">
        <TextLine {...AddPerson.name} label="Keeper’s name" value={name} onChange={setName} error={wrong("name")} />
        <Secret
          label="Keeper’s passphrase"
          value={passphrase}
          onChange={setPassphrase}
          error={wrong("passphrase") ?? wrong("new")}
        />
        <Why>Twelve signs or more. Four words that do not belong together make a good one.</Why>
        <Button type="primary" htmlType="submit" loading={sending} disabled={!name.trim() || !passphrase}>
          Keep it
        </Button>
        {trouble && !wrong("name") && !wrong("passphrase") && !wrong("new") && <Trouble error={trouble} />}
      </Flex>
    </form>
  );
}
