import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client, type Device, type NewDevice } from "../../lib/api/client";
import { AddDevice } from "../../lib/api/fields";
import { devices, places } from "../../lib/api/queries";
import { moment } from "../../lib/dates";
import { useSend } from "../../lib/send";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { Notice } from "../../ui/Notice";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside, Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/people";

const kinds = [
  ["scale", tell("a-scale")],
  ["logger", tell("a-climate-logger")],
] as const;

/** Scales and loggers that reach the program over the network, each with a token of its own. */
export function Devices() {
  const list = useQuery(devices).data ?? [];
  const stands = useQuery(places).data ?? [];
  const cache = useQueryClient();
  const [fresh, setFresh] = useState<NewDevice>();
  const ends = useSend<{ devices: Device[] }>({
    then: (answer) => cache.setQueryData(devices.queryKey, answer.devices),
  });
  const at = (id?: number) => stands.find((p) => p.id === id)?.place.name;
  return (
    <section data-part="devices">
      <h2>{tell("devices")}</h2>
      <Why>{tell("each-sends-with-a-token-that")}</Why>
      <ul className={view.rows} aria-label={tell("devices")}>
        {list.map((d) => (
          <li key={d.id}>
            <Row words>
              <b>{d.name}</b>
              <Aside>
                {tell("since", {
                  does:
                    d.does === "scale" ? tell("weighs") : tell("logs-at", { at: at(d.place_id) ?? tell("a-place") }),
                  moment: moment(d.made_at),
                })}
              </Aside>
              <Plain
                onClick={() =>
                  ends.send(() => ask(client.PUT("/api/v1/devices/{id}/ended", { params: { path: { id: d.id } } })))
                }
              >
                {tell("end-it")}
              </Plain>
            </Row>
          </li>
        ))}
      </ul>
      {ends.trouble && <Trouble error={ends.trouble} />}
      {fresh && (
        <Notice is="note" aloud acts={<Plain onClick={() => setFresh(undefined)}>{tell("i-have-it")}</Plain>}>
          <Tell of="the-token-of-shown-this-once" with={{ fresh: fresh.name, code: <code>{fresh.token}</code> }} />
        </Notice>
      )}
      <Fold summary={tell("add-a-device")}>
        <Adding stands={stands.map((p) => ({ value: p.id, label: p.place.name }))} onKept={setFresh} />
      </Fold>
    </section>
  );
}

type Props = { stands: { value: number; label: string }[]; onKept: (d: NewDevice) => unknown };

function Adding({ stands, onKept }: Props) {
  const [name, setName] = useState("");
  const [does, setDoes] = useState<Device["does"]>("scale");
  const [place, setPlace] = useState<number>();
  const { send, trouble, wrong, sending } = useSend<NewDevice>({
    then: (d) => {
      setName("");
      return onKept(d);
    },
  });
  return (
    <Row
      label={tell("add-a-device")}
      onSend={() =>
        send(() =>
          ask(
            client.POST("/api/v1/devices", { body: { name, does, place_id: does === "logger" ? place : undefined } }),
          ),
        )
      }
    >
      <TextLine {...AddDevice.name} value={name} onChange={setName} error={wrong("name")} />
      <Choice label={tell("what-it-is")} value={does} options={kinds} onChange={(v) => setDoes(v as Device["does"])} />
      {does === "logger" && (
        <Pick
          label={tell("where-it-hangs")}
          value={place}
          options={stands}
          empty={tell("a-place-2")}
          onChange={setPlace}
          error={wrong("place_id")}
        />
      )}
      <Button htmlType="submit" loading={sending} disabled={!name.trim()}>
        {tell("add-it")}
      </Button>
      {trouble && !wrong("name") && !wrong("place_id") && <Trouble error={trouble} />}
    </Row>
  );
}
