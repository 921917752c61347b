import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, type Inspection } from "../../lib/api/client";
import { fewPlants, groups } from "../../lib/api/queries";
import { useKept } from "../../lib/kept";
import { useSend } from "../../lib/send";
import type { Words } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/today";

/** What half a minute tells: signs, and whether it lies bare. */
const glances: [string, string, Partial<Inspection>][] = [
  [
    "rots",
    tell("soft-black-or-smelling"),
    { findings: { "decay-smell": "present", "black-edge": "present" }, worries: ["smell"] },
  ],
  ["limp", tell("limp"), { findings: { "leaves-limp": "present" }, worries: ["limp"] }],
  ["crawls", tell("something-crawls"), { findings: { "moving-specks": "present" }, worries: ["crawling"] }],
  ["firm", tell("firm"), { findings: { "leaves-limp": "absent" }, worries: ["nothing"] }],
];

const stands: Words = [
  ["pot", tell("in-a-pot")],
  ["bare", tell("bare")],
];

/** A new plant in four taps: its group, how it lies, what is seen, and in. */
export function TakeIn() {
  const all = useQuery(groups).data ?? [];
  const count = useQuery(fewPlants({ most: 1 })).data?.total ?? 0;
  const [group, keep] = useKept("therapeon.evening.group");
  const [lies, setLies] = useState("");
  const [seen, setSeen] = useState("");
  const { send, trouble, sending } = useSend({
    then: () => {
      setLies("");
      setSeen("");
    },
  });
  const take = () => {
    const glance = glances.find(([code]) => code === seen)?.[2];
    if (!glance) return;
    send(async () => {
      const name = all.find((g) => g.code === group)?.name ?? "";
      const p = await ask(
        client.POST("/api/v1/plants", {
          body: {
            tag: `${name}, ${count + 1}`,
            group: group ?? "",
            ...(lies === "bare" && { pot: "none" as const, old_medium: "none" as const }),
          },
        }),
      );
      const look = await ask(
        client.POST("/api/v1/plants/{id}/inspections", { params: { path: { id: p.id } }, body: { first: true } }),
      );
      return ask(
        client.PUT("/api/v1/inspections/{id}", {
          params: { path: { id: look.id } },
          body: {
            version: look.version,
            looked_on: look.looked_on,
            inspection: { findings: {}, ...glance, ...(lies === "bare" && { unpotted: true }) },
          },
        }),
      );
    });
  };
  return (
    <section data-part="take-in" aria-label={tell("take-one-in")}>
      <Row label={tell("take-one-in")}>
        <Pick
          label={tell("group")}
          value={group || undefined}
          empty={tell("which-kind")}
          options={all.map((g) => ({ value: g.code, label: g.name }))}
          onChange={keep}
        />
        <Choice label={tell("it-is")} value={lies} options={stands} onChange={setLies} />
        <Choice
          label={tell("at-a-glance")}
          value={seen}
          options={glances.map(([code, words]) => [code, words] as const)}
          onChange={setSeen}
        />
        <Button type="primary" disabled={!group || !lies || !seen || sending} onClick={take}>
          {tell("take-it-in")}
        </Button>
      </Row>
      {Boolean(trouble) && <Trouble error={trouble} />}
    </section>
  );
}
