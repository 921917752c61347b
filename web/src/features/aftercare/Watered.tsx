import { useState } from "react";
import { ask, client } from "../../lib/api/client";
import { useSend } from "../../lib/send";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/aftercare";

/** Rain, or a whole tray filled: all that stand at a place had their water. */
export function Watered({ placeID, plants }: { placeID: number; plants: number }) {
  const [told, setTold] = useState("");
  const { send, trouble } = useSend<string>({
    then: setTold,
  });
  if (plants === 0) return null;
  const water = (because: "rain" | "tray") =>
    send(async () => {
      const body = { because };
      const kept = await ask(client.POST("/api/v1/places/{id}/watered", { params: { path: { id: placeID } }, body }));
      const n = kept.tended.filter((t) => !t.already).length;
      return tell("noted-of-plants", { n });
    });
  return (
    <>
      <Row words label={tell("all-of-them-were-watered")}>
        <Plain onClick={() => water("rain")}>{tell("it-rained-on-them")}</Plain>
        <Plain onClick={() => water("tray")}>{tell("the-whole-tray-was-watered")}</Plain>
        <span role="status">{told && <Aside>{told}</Aside>}</span>
      </Row>
      {trouble && <Trouble error={trouble} />}
    </>
  );
}
