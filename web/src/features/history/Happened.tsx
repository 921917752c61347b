import { Button } from "antd";
import { useState } from "react";
import { ask, client, Refused, type Timeline } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { inOrder } from "../../lib/outbox";
import { run } from "../../lib/run";
import { listed } from "../../lib/words";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { PickPlant, type Picked } from "../plant/PickPlant";
import css from "./history.module.css";

type Entry = Timeline["entries"][number];
type Movable = "look" | "roots" | "home" | "checkin" | "weights";

const movable: readonly string[] = ["look", "roots", "home", "checkin", "weights"] satisfies Movable[];

/** What happened to a plant. What was written on the wrong plant is moved or taken out here. */
export function Happened({ plantID, entries }: { plantID: number; entries: Entry[] }) {
  const [open, setOpen] = useState<Entry>();
  const [error, setError] = useState<unknown>();
  const path = { params: { path: { id: plantID } } };
  const send = (ask: () => Promise<unknown>) => {
    setError(undefined);
    run(
      inOrder(ask)
        .then(() => setOpen(undefined))
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
      <ol className={view.rows}>
        {entries.map((e, n) => (
          <li key={n} data-kind={e.kind}>
            <time dateTime={e.on}>{day(e.on)}</time>
            <span>
              {e.words}
              {e.shared && <small> As {e.shared}.</small>}
              {e.by && <small> By {listed(e.by)}.</small>}
              {e.undo && (
                <Plain className={css.act} onClick={() => undo(e)}>
                  Undo
                </Plain>
              )}
              {!e.shared && e.id && movable.includes(e.kind) && !isOpen(e) && (
                <Plain className={css.act} onClick={() => setOpen(e)} aria-label={`Wrong plant? ${e.words}`}>
                  Wrong plant?
                </Plain>
              )}
              {isOpen(e) && (
                <Misplaced
                  plantID={plantID}
                  error={error}
                  onMove={(to) => move(e, to)}
                  onClose={() => setOpen(undefined)}
                />
              )}
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}

type MisplacedProps = { plantID: number; error: unknown; onMove: (to?: number) => void; onClose: () => void };

/** Where to with what was written on the wrong plant. */
function Misplaced({ plantID, error, onMove, onClose }: MisplacedProps) {
  const [to, setTo] = useState<Picked>();
  const wrong = error instanceof Refused ? error.at("to_plant_id") : undefined;
  return (
    <div className={css.act} data-part="misplaced">
      <Row>
        <PickPlant label="It belongs to" value={to} not={plantID} onChange={setTo} error={wrong} />
        <Button disabled={!to} onClick={() => to && onMove(to.value)}>
          Move it there
        </Button>
        <Button onClick={() => onMove()}>Take it out</Button>
        <Button onClick={onClose}>Leave it here</Button>
      </Row>
      <Why>All of it goes. Both plants are judged again, and it can be undone.</Why>
      {Boolean(error) && !wrong && <Trouble error={error} />}
    </div>
  );
}
