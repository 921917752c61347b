import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Flex } from "antd";
import { useState } from "react";
import { ask, client, type Person } from "../../lib/api/client";
import { me, people } from "../../lib/api/queries";
import { useSend } from "../../lib/send";
import { Pick } from "../../ui/Pick";
import { Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Secret } from "./SignIn";

/** A keeper's passphrase: a first one, or another against the one before. */
export function Passphrase({ list }: { list: Person[] }) {
  const who = useQuery(me).data;
  const cache = useQueryClient();
  // In a session one changes one's own; at the machine, any keeper's.
  const keepers = list.filter((p) => p.role === "keeper" && (who?.via !== "session" || p.name === who.name));
  const [chosen, setChosen] = useState<number>();
  const [old, setOld] = useState("");
  const [next, setNext] = useState("");
  const [done, setDone] = useState("");
  const of = keepers.find((p) => p.id === chosen) ?? keepers[0];
  const { send, trouble, wrong, sending } = useSend<{ people: Person[] }>({
    then: (answer) => {
      cache.setQueryData(people.queryKey, answer.people);
      setOld("");
      setNext("");
      setDone(of?.name ?? "");
    },
    but: () => setDone(""),
  });
  if (!of) return <Why>Only keepers have passphrases. Helpers join by a code.</Why>;
  const path = { id: of.id };
  return (
    <form
      aria-label="Passphrase"
      onSubmit={(e) => {
        e.preventDefault();
        send(() =>
          ask(
            client.PUT("/api/v1/people/{id}/passphrase", {
              params: { path },
              body: { old: old || undefined, new: next },
            }),
          ),
        );
      }}
    >
      <Flex vertical gap={10} align="start">
        {keepers.length > 1 && (
          <Pick
            label="Whose"
            value={of.id}
            options={keepers.map((p) => ({ value: p.id, label: p.name }))}
            onChange={setChosen}
          />
        )}
        {of.passphrase && <Secret label="The one now" now value={old} onChange={setOld} error={wrong("old")} />}
        <Secret label="The new one" value={next} onChange={setNext} error={wrong("new")} />
        <Button htmlType="submit" loading={sending} disabled={!next || (of.passphrase && !old)}>
          Change it
        </Button>
        {done && <p role="status">{done} has a new passphrase, and is signed out everywhere else.</p>}
        {trouble && !wrong("old") && !wrong("new") && <Trouble error={trouble} />}
        <Why>
          Forgotten? Stop the program, and give a new one at this machine: <code>therapeon passphrase {of.name}</code>
        </Why>
      </Flex>
    </form>
  );
}
