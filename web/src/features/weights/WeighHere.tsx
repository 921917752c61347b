import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, Refused, type Weigh } from "../../lib/api/client";
import { Weigh as fields } from "../../lib/api/fields";
import { tellDoubt } from "../../lib/changed";
import { inOrder } from "../../lib/outbox";
import { Figure } from "../../ui/Figure";
import { Notice } from "../../ui/Notice";
import { Row } from "../../ui/Row";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/weights";
import { Scale } from "./Scale";
import { reasons } from "./reasons";

type Props = {
  plantID: number;
  kind: Weigh["kind"];
  moment?: Weigh["moment"];
  /** What a scale shows is taken by one tap. */
  scale?: boolean;
  onKept: () => void;
};

/** A weight, taken where it is asked for. */
export function WeighHere({ plantID, kind, moment, scale, onKept }: Props) {
  const cache = useQueryClient();
  const [grams, setGrams] = useState<number>();
  const keep = useMutation({
    mutationFn: (because?: Weigh["because"]) => {
      const now = new Date().toISOString();
      return inOrder((late) =>
        ask(
          client.POST("/api/v1/plants/{id}/weighings", {
            params: { path: { id: plantID } },
            body: {
              kind,
              grams: grams ?? 0,
              ...(moment && { moment }),
              ...(because && { because }),
              ...(late && { at: now }),
            },
          }),
        ),
      );
    },
    onSuccess: (answer) => {
      if (answer) cache.setQueryData(["plant", plantID, "weighings"], answer.weighings);
      else tellDoubt(); // it was kept the first time
      onKept();
    },
  });
  const wrong = (field: string) => (keep.error instanceof Refused ? keep.error.at(field) : undefined);
  const asked = wrong("because");
  return (
    <>
      {scale && <Scale onTake={setGrams} />}
      <Row onSend={() => grams !== undefined && keep.mutate(undefined)}>
        <Figure {...fields.grams} value={grams} onChange={setGrams} error={wrong("grams")} />
        <Button htmlType="submit" disabled={grams === undefined}>
          {tell("note-this-weight")}
        </Button>
      </Row>
      {asked && (
        <Notice
          is="trouble"
          aloud
          acts={
            <Row>
              {reasons[kind].map(([code, words]) => (
                <Button key={code} onClick={() => keep.mutate(code as Weigh["because"])}>
                  {words}
                </Button>
              ))}
            </Row>
          }
        >
          {asked}
        </Notice>
      )}
      {keep.error && !(keep.error instanceof Refused && keep.error.problem?.faults) && <Trouble error={keep.error} />}
    </>
  );
}
