import { Button } from "antd";
import { useState } from "react";
import { ask, client, Refused, type Timeline } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { inOrder } from "../../lib/outbox";
import { run } from "../../lib/run";
import { listed } from "../../lib/words";
import { PickPlant, type Picked } from "../../ui/PickPlant";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { tell } from "../../words/history";
import css from "./history.module.css";

type Entry = Timeline["entries"][number];
type Movable = "look" | "roots" | "home" | "checkin" | "weights";

const movable: readonly string[] = ["look", "roots", "home", "checkin", "weights"] satisfies Movable[];
const isMovable = (e: Entry) => !e.shared && !!e.id && movable.includes(e.kind);

/** What happened to a plant. What was written on the wrong plant is moved or taken out here. */
export function Happened({ plantID, entries }: { plantID: number; entries: Entry[] }) {
  const [asking, setAsking] = useState(false);
  const [open, setOpen] = useState<Entry>();
  const [error, setError] = useState<unknown>();
  const leave = () => {
    setOpen(undefined);
    setAsking(false);
  };
  const path = { params: { path: { id: plantID } } };
  const send = (ask: () => Promise<unknown>) => {
    setError(undefined);
    run(
      inOrder(ask)
        .then(() => leave())
        .catch(setError),
    );
  };
  const undo = (e: Entry) =>
    send(() => ask(client.PUT("/api/v1/plants/{id}/moved", { ...path, body: { move_id: e.id ?? 0 } })));
  const move = (e: Entry, to?: number) =>
    send(() =>
      ask(
        client.POST("/api/v1/plants/{id}/moved", {
          ...path,
          body: { kind: e.kind as Movable, entry_id: e.id ?? 0, to_plant_id: to },
        }),
      ),
    );
  const isOpen = (e: Entry) => open?.kind === e.kind && open.id === e.id;
  return (
    <>
      {Boolean(error) && !open && <Trouble error={error} />}
      {entries.some((e) => isMovable(e)) && (
        <div className={css.unprinted}>
          <Plain onClick={() => (asking ? leave() : setAsking(true))}>
            {asking ? tell("leave-all-as-it-is") : tell("something-is-on-the-wrong-plant")}
          </Plain>
        </div>
      )}
      <ol className={view.rows}>
        {entries.map((e, n) => (
          <li key={n} data-kind={e.kind}>
            <time dateTime={e.on}>{day(e.on)}</time>
            <span>
              <Say of={e.words} />
              {e.shared && <small> {tell("as", { shared: e.shared })}</small>}
              {e.by && <small> {tell("by", { by: listed(e.by) })}</small>}
              {e.undo && (
                <Plain className={css.unprinted} onClick={() => undo(e)}>
                  {tell("undo")}
                </Plain>
              )}
              {asking && isMovable(e) && !isOpen(e) && (
                <Plain
                  className={css.unprinted}
                  onClick={() => setOpen(e)}
                  aria-label={tell("this-one-2", { words: e.words.text })}
                >
                  {tell("this-one")}
                </Plain>
              )}
              {isOpen(e) && <Misplaced plantID={plantID} error={error} onMove={(to) => move(e, to)} />}
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}

type MisplacedProps = { plantID: number; error: unknown; onMove: (to?: number) => void };

/** Where to with what was written on the wrong plant. */
function Misplaced({ plantID, error, onMove }: MisplacedProps) {
  const [to, setTo] = useState<Picked>();
  const wrong = error instanceof Refused ? error.at("to_plant_id") : undefined;
  return (
    <div className={css.unprinted} data-part="misplaced">
      <Row>
        <PickPlant label={tell("it-belongs-to")} value={to} not={plantID} onChange={setTo} error={wrong} />
        <Button disabled={!to} onClick={() => to && onMove(to.value)}>
          {tell("move-it-there")}
        </Button>
        <Button onClick={() => onMove()}>{tell("take-it-out")}</Button>
      </Row>
      <Why>{tell("all-of-it-goes-and-both-plants")}</Why>
      {Boolean(error) && !wrong && <Trouble error={error} />}
    </div>
  );
}
