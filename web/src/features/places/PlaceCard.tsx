import { useQueryClient } from "@tanstack/react-query";
import { Button, Flex, Progress, Upload } from "antd";
import { useState } from "react";
import { WarmthDrawing } from "../../draw/WarmthDrawing";
import { ask, client, Refused, type Place, type PlaceFacts } from "../../lib/api/client";
import { ClimateDay } from "../../lib/api/fields";
import { day } from "../../lib/dates";
import { useDayOrToday } from "../../lib/day";
import { useKeeper } from "../../lib/person";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { abreast, figure } from "../../lib/words";
import { Day } from "../../ui/Day";
import { Figure } from "../../ui/Figure";
import { KeepersOnly } from "../../ui/KeepersOnly";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/places";
import { Watered } from "../aftercare";
import { PlaceForm } from "./PlaceForm";
import css from "./places.module.css";

/** What is sent of a place: its facts, a day, a log. What came of it is told. */
function usePlaceOf(p: Place, onKept: () => void) {
  const cache = useQueryClient();
  const [told, setTold] = useState("");
  const at = { params: { path: { id: p.id } } };

  /** What comes back is what is then told, if anything. */
  const { send, trouble } = useSend<string>({
    aside: true, // a long log takes its time
    then: (words) => {
      setTold(words);
      onKept();
    },
    but: () => setTold(""),
  });
  const change = (place: PlaceFacts) =>
    send(async () => {
      await ask(client.PUT("/api/v1/places/{id}", { ...at, body: { version: p.version, place } }));
      return "";
    });
  /** While a long log comes in, the page shows how far it is. */
  const watch = async <T,>(send: Promise<{ data?: T; error?: unknown }>) => {
    const look = setInterval(() => run(cache.refetchQueries({ queryKey: ["places"] })), 1000);
    try {
      return await ask(send);
    } finally {
      clearInterval(look);
    }
  };
  const bring = (chosen: File) =>
    send(async () => {
      const a = await watch(
        client.POST("/api/v1/places/{id}/log", {
          ...at,
          // The file goes as it is.
          body: chosen as unknown as string,
          bodySerializer: (b) => b as unknown as BodyInit,
          headers: { "Content-Type": "text/csv" },
        }),
      );
      const kept = a.hours ? tell("hours", { hours: a.hours }) : tell("days", { days: a.days });
      return tell("readings-were-kept-from-to", { readings: a.readings, from: day(a.from), to: day(a.to), kept });
    });
  const note = (day: DayNoted) =>
    send(async () => {
      await ask(client.PUT("/api/v1/places/{id}/days", { ...at, body: { days: [day] } }));
      return "";
    });
  return { change, note, bring, told, trouble };
}

/** One place: its last days, a day typed in, a log brought in. */
export function PlaceCard({ place: p }: { place: Place }) {
  const [editing, setEditing] = useState(false);
  const keeper = useKeeper();
  const { change, note, bring, told, trouble } = usePlaceOf(p, () => setEditing(false));
  return (
    <section className={css.place} aria-label={p.place.name}>
      <Row words>
        <h2>{p.place.name}</h2>
        <Around place={p} />
        <Plain disabled={!keeper} aria-expanded={editing} onClick={() => setEditing(!editing)}>
          {tell("change")}
        </Plain>
      </Row>
      {editing && keeper && (
        <PlaceForm place={p.place} trouble={trouble} onSave={change} onClose={() => setEditing(false)} />
      )}
      <Watered placeID={p.id} plants={p.plants} />
      <WarmthDrawing days={p.days} />
      <KeepersOnly>
        <Flex vertical gap={10}>
          <OneDay
            onKeep={note}
            wrong={(f) => (trouble instanceof Refused && !editing ? trouble.at(`days[0].${f}`) : undefined)}
          />
          <Row words>
            <Log name={p.place.name} onFile={bring} />
            <Aside>
              <Tell of="the-first-line-names-the-columns" parts={{ code: <code />, code2: <code /> }} />{" "}
              {p.last && tell("last-logged", { facts: read(p.last), on: day(p.last.at), at: p.last.at.slice(11, 16) })}
            </Aside>
          </Row>
        </Flex>
      </KeepersOnly>
      {p.importing && (
        <div role="status">
          <Tell
            of="a-log-is-on-its-way-in-of-are"
            with={{
              done: p.importing.done,
              total: p.importing.total,
              progress: (
                <Progress
                  percent={Math.round((100 * p.importing.done) / p.importing.total)}
                  aria-label={tell("how-much-of-the-log-of-is-kept", { place: p.place.name })}
                />
              ),
            }}
          />
        </div>
      )}
      {told && <p role="status">{told}</p>}
      {trouble && !editing && <Trouble error={trouble} />}
    </section>
  );
}

/** What a reading of a log says. */
const read = (r: { celsius: number; humidity_percent?: number }) =>
  abreast([
    `${figure(r.celsius)} °C`,
    r.humidity_percent !== undefined && tell("humid", { humiditypercent: Math.round(r.humidity_percent) }),
  ]);

/** How it is there, and how many stand there. */
const Around = ({ place: p }: { place: Place }) => (
  <Aside>
    {abreast([
      p.place.low_c === undefined
        ? tell("no-usual-night-and-day-noted")
        : tell("usually-to-c", { lowc: p.place.low_c, highc: p.place.high_c }),
      p.place.humidity_percent !== undefined && tell("humid", { humiditypercent: p.place.humidity_percent }),
      p.mean_humidity_percent !== undefined &&
        tell("logged-of-late", { meanhumiditypercent: Math.round(p.mean_humidity_percent) }),
    ])}
    . {p.place.zone && `${p.place.zone}. `}
    {tell("plants-stand", { plants: p.plants })}
  </Aside>
);

/** A log brought in from a file. */
const Log = ({ name, onFile }: { name: string; onFile: (chosen: File) => void }) => (
  <Upload
    {...{ "aria-label": tell("log-of", { place: name }) }}
    accept=".csv,text/csv,text/plain"
    showUploadList={false}
    beforeUpload={(chosen) => {
      onFile(chosen);
      return false; // the page sends it itself, and says how far it is
    }}
  >
    <Button>{tell("bring-in-a-log-csv")}</Button>
  </Upload>
);

type DayNoted = { day: string; low_c: number; high_c: number };

type DayProps = {
  onKeep: (d: DayNoted) => void;
  wrong: (field: string) => string | undefined;
};

/** A day's low and high, typed in. */
function OneDay({ onKeep, wrong }: DayProps) {
  const [on, setOn] = useDayOrToday();
  const [low, setLow] = useState<number>();
  const [high, setHigh] = useState<number>();
  return (
    <Row data="one-day">
      <Day label={tell("day")} value={on} onChange={setOn} error={wrong("day")} />
      <Figure {...ClimateDay.low_c} value={low} usual="–" onChange={setLow} error={wrong("low_c")} />
      <Figure {...ClimateDay.high_c} value={high} usual="–" onChange={setHigh} error={wrong("high_c")} />
      <Button
        disabled={low === undefined || high === undefined || !on}
        onClick={() => low !== undefined && high !== undefined && onKeep({ day: on, low_c: low, high_c: high })}
      >
        {tell("note-this-day")}
      </Button>
    </Row>
  );
}
