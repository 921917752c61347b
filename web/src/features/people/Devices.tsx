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

const kinds = [
  ["scale", "A scale"],
  ["logger", "A climate logger"],
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
      <h2>Devices</h2>
      <Why>Each sends with a token that does its own work and nothing else. At this machine itself none is needed.</Why>
      <ul className={view.rows} aria-label="Devices">
        {list.map((d) => (
          <li key={d.id}>
            <Row words>
              <b>{d.name}</b>
              <Aside>
                {d.does === "scale" ? "Weighs" : `Logs at ${at(d.place_id) ?? "a place"}`}, since {moment(d.made_at)}
              </Aside>
              <Plain
                onClick={() =>
                  ends.send(() => ask(client.PUT("/api/v1/devices/{id}/ended", { params: { path: { id: d.id } } })))
                }
              >
                End it
              </Plain>
            </Row>
          </li>
        ))}
      </ul>
      {ends.trouble && <Trouble error={ends.trouble} />}
      {fresh && (
        <Notice is="note" aloud acts={<Plain onClick={() => setFresh(undefined)}>I have it</Plain>}>
          The token of {fresh.name}, shown this once: <code>{fresh.token}</code>
        </Notice>
      )}
      <Fold summary="Add a device">
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
      label="Add a device"
      onSend={() =>
        send(() =>
          ask(
            client.POST("/api/v1/devices", { body: { name, does, place_id: does === "logger" ? place : undefined } }),
          ),
        )
      }
    >
      <TextLine {...AddDevice.name} value={name} onChange={setName} error={wrong("name")} />
      <Choice label="What it is" value={does} options={kinds} onChange={(v) => setDoes(v as Device["does"])} />
      {does === "logger" && (
        <Pick
          label="Where it hangs"
          value={place}
          options={stands}
          empty="A place"
          onChange={setPlace}
          error={wrong("place_id")}
        />
      )}
      <Button htmlType="submit" loading={sending} disabled={!name.trim()}>
        Add it
      </Button>
      {trouble && !wrong("name") && !wrong("place_id") && <Trouble error={trouble} />}
    </Row>
  );
}
