import { Fragment } from "react";
import type { Sense, Sentence } from "../lib/api/client";

/** A text of a table that is a sentence about a plant. Its value carries its mark beside it. */
export type Told = { value: string; sense?: Sense };

/** A sentence about a plant. Its element says what it is, so that nothing has to read its words for that. */
export function Say({ of }: { of?: Sentence | Told }) {
  if (!of) return null;
  if ("value" in of) return <span {...sensed(of.sense)}>{of.value}</span>;
  if (!of.text) return null;
  if (!of.parts) return <span {...sensed(of.sense)}>{of.text}</span>;
  return of.parts.map((part, i) => (
    <Fragment key={i}>
      {i > 0 && " "}
      <Say of={part} />
    </Fragment>
  ));
}

/** Several, one after the other. */
export const SayAll = ({ of }: { of: Sentence[] }) => <Say of={{ text: "…", sense: {}, parts: of }} />;

/** What a sentence is, as attributes of its element. */
export function sensed(sense: Sense | undefined) {
  if (!sense?.type) return {};
  return {
    "data-sense": sense.type,
    "data-act": sense.act && [sense.act, sense.object, sense.degree].filter(Boolean).join(" "),
    "data-when": sense.when?.is && [sense.when.is, sense.when.day].filter(Boolean).join(" "),
    "data-premises": sense.premises?.join(" "),
    "data-fact": sense.fact && [sense.fact, sense.day].filter(Boolean).join(" "),
  };
}
