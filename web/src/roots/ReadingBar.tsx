import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Popover } from "antd";
import { useState } from "react";
import { ask, client, type Reading } from "../api/client";
import { readings } from "../api/queries";
import { Trouble } from "../parts/Trouble";
import { day } from "../words";
import type { Standing } from "../saving/desk";
import { Tools } from "../saving/Tools";
import type { Entered } from "./useReading";
import { run } from "../parts/run";

type Props = {
  entered: Entered;
  server: Reading;
  standing: Standing;
  onOpen: (id: number) => void;
  onDay: (day: string) => void;
  undo?: () => void;
  redo?: () => void;
  onKeys: () => void;
};

/** Which reading this is, of which day; back and forth; a new one. */
export function ReadingBar({ entered, server, standing, onOpen, onDay, undo, redo, onKeys }: Props) {
  const all = useQuery(readings(server.plant_id)).data ?? [];
  return (
    <div className="reading-bar">
      <label className="reading-day">
        Read on <input type="date" value={entered.readOn} onChange={(e) => e.target.value && onDay(e.target.value)} />
      </label>
      {all.length > 1 && (
        <select aria-label="Readings of this plant" value={server.id} onChange={(e) => onOpen(Number(e.target.value))}>
          {all.map((r, i) => (
            <option key={r.reading_id} value={r.reading_id}>
              {`${i === 0 ? "Newest" : `Reading ${all.length - i}`}: ${day(r.read_on)}`}
            </option>
          ))}
        </select>
      )}
      {all.some((r) => r.grade) && <NewReading plantID={server.plant_id} onOpen={onOpen} />}
      <Tools standing={standing} undo={undo} redo={redo}>
        <button type="button" className="plain keys-button" onClick={onKeys}>
          Keys <kbd>?</kbd>
        </button>
      </Tools>
    </div>
  );
}

function NewReading({ plantID, onOpen }: { plantID: number; onOpen: (id: number) => void }) {
  const cache = useQueryClient();
  const [open, setOpen] = useState(false);
  const [trouble, setTrouble] = useState<unknown>();
  const begin = async (fromLast: boolean) => {
    try {
      const r = await ask(
        client.POST("/api/v1/plants/{id}/readings", {
          params: { path: { id: plantID } },
          body: { from_last: fromLast },
        }),
      );
      cache.setQueryData(["reading", r.id], r);
      await cache.invalidateQueries({ queryKey: ["plant", plantID] });
      setOpen(false);
      onOpen(r.id);
    } catch (e) {
      setTrouble(e);
    }
  };
  const ways = (
    <div className="new-reading">
      <p>This reading stays as it is. The new one stands beside it.</p>
      <Button block onClick={() => run(begin(true))}>
        Start from what the cuts left
      </Button>
      <Button block onClick={() => run(begin(false))}>
        Start with no roots entered
      </Button>
      {trouble !== undefined && <Trouble error={trouble} />}
    </div>
  );
  return (
    <Popover content={ways} trigger="click" open={open} onOpenChange={setOpen}>
      <button type="button" className="plain">
        New reading
      </button>
    </Popover>
  );
}
