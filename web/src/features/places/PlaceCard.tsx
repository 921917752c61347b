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
import { figure } from "../../lib/words";
import { Day } from "../../ui/Day";
import { Figure } from "../../ui/Figure";
import { KeepersOnly } from "../../ui/KeepersOnly";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
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
      const kept = a.hours ? `${a.hours} hours` : `${a.days} days`;
      return `${a.readings} readings were kept, from ${day(a.from)} to ${day(a.to)}: ${kept}.`;
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
        <Aside>
          {p.place.low_c === undefined
            ? "No usual night and day noted"
            : `Usually ${p.place.low_c} to ${p.place.high_c} °C`}
          {p.place.humidity_percent !== undefined && `, ${p.place.humidity_percent} % humid`}
          {p.mean_humidity_percent !== undefined && `, logged ${Math.round(p.mean_humidity_percent)} % of late`}
          {p.place.zone && `. ${p.place.zone}`}.{" "}
          {p.plants > 1 ? `${p.plants} plants stand` : `${p.plants || "No"} plant stands`} here.
        </Aside>
        <Plain disabled={!keeper} aria-expanded={editing} onClick={() => setEditing(!editing)}>
          Change
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
            <Upload
              {...{ "aria-label": `Log of ${p.place.name}` }}
              accept=".csv,text/csv,text/plain"
              showUploadList={false}
              beforeUpload={(chosen) => {
                bring(chosen);
                return false; // the page sends it itself, and says how far it is
              }}
            >
              <Button>Bring in a log, CSV</Button>
            </Upload>
            <Aside>
              The first line names the columns: <code>time,temperature,humidity</code>, or <code>date,low,high</code>.
              {p.last && ` Last logged: ${figure(p.last.celsius)} °C`}
              {p.last?.humidity_percent !== undefined && `, ${Math.round(p.last.humidity_percent)} %`}
              {p.last && ` on ${day(p.last.at)}, ${p.last.at.slice(11, 16)}.`}
            </Aside>
          </Row>
        </Flex>
      </KeepersOnly>
      {p.importing && (
        <div role="status">
          A log is on its way in: {p.importing.done} of {p.importing.total} are kept. It goes on by itself.
          <Progress
            percent={Math.round((100 * p.importing.done) / p.importing.total)}
            aria-label={`How much of the log of ${p.place.name} is kept`}
          />
        </div>
      )}
      {told && <p role="status">{told}</p>}
      {trouble && !editing && <Trouble error={trouble} />}
    </section>
  );
}

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
      <Day label="Day" value={on} onChange={setOn} error={wrong("day")} />
      <Figure {...ClimateDay.low_c} value={low} usual="–" onChange={setLow} error={wrong("low_c")} />
      <Figure {...ClimateDay.high_c} value={high} usual="–" onChange={setHigh} error={wrong("high_c")} />
      <Button
        disabled={low === undefined || high === undefined || !on}
        onClick={() => low !== undefined && high !== undefined && onKeep({ day: on, low_c: low, high_c: high })}
      >
        Note this day
      </Button>
    </Row>
  );
}
