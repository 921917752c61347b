import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Flex } from "antd";
import { useState } from "react";
import { ask, client, type Person } from "../../lib/api/client";
import { me, people } from "../../lib/api/queries";
import { useSend } from "../../lib/send";
import { Pick } from "../../ui/Pick";
import { Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/people";
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
  if (!of) return <Why>{tell("only-keepers-have-passphrases")}</Why>;
  const path = { id: of.id };
  return (
    <form
      aria-label={tell("passphrase")}
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
            label={tell("whose")}
            value={of.id}
            options={keepers.map((p) => ({ value: p.id, label: p.name }))}
            onChange={setChosen}
          />
        )}
        {of.passphrase && <Secret label={tell("the-one-now")} now value={old} onChange={setOld} error={wrong("old")} />}
        <Secret label={tell("the-new-one")} value={next} onChange={setNext} error={wrong("new")} />
        <Button htmlType="submit" loading={sending} disabled={!next || (of.passphrase && !old)}>
          {tell("change-it")}
        </Button>
        {done && <p role="status">{tell("has-a-new-passphrase-and-is", { done })}</p>}
        {trouble && !wrong("old") && !wrong("new") && <Trouble error={trouble} />}
        <Why>
          <Tell of="forgotten-stop-the-program-and" with={{ of: of.name }} parts={{ code: <code /> }} />
        </Why>
      </Flex>
    </form>
  );
}
