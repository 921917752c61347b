import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../api/client";
import { inspections } from "../api/queries";
import { Trouble } from "../parts/Trouble";
import { Tools } from "../saving/Tools";
import { day } from "../words";
import type { InspectionDesk } from "./useInspection";
import { run } from "../parts/run";

/** Which look this is, of which day; back and forth; a new one. */
export function InspectionBar({ desk, onOpen }: { desk: InspectionDesk; onOpen: (id: number) => void }) {
  const { server, entered } = desk;
  const all = useQuery(inspections(server.plant_id)).data ?? [];
  const cache = useQueryClient();
  const [trouble, setTrouble] = useState<unknown>();
  const begin = async () => {
    try {
      const path = { id: server.plant_id };
      const i = await ask(client.POST("/api/v1/plants/{id}/inspections", { params: { path }, body: {} }));
      cache.setQueryData(["inspection", i.id], i);
      onOpen(i.id);
    } catch (e) {
      setTrouble(e);
    }
  };
  const blank = !all.some((i) => i.inspection_id === server.id);
  return (
    <div className="reading-bar">
      <label className="reading-day">
        Looked on{" "}
        <input
          type="date"
          value={entered.lookedOn}
          onChange={(e) => e.target.value && desk.desk.change((now) => ({ ...now, lookedOn: e.target.value }))}
        />
      </label>
      {(all.length > 1 || (blank && all.length > 0)) && (
        <select aria-label="Looks at this plant" value={server.id} onChange={(e) => onOpen(Number(e.target.value))}>
          {blank && <option value={server.id}>New look</option>}
          {all.map((i, n) => (
            <option key={i.inspection_id} value={i.inspection_id}>
              {`${n === 0 && !blank ? "Newest" : `Look ${all.length - n}`}: ${day(i.looked_on)}`}
            </option>
          ))}
        </select>
      )}
      {!blank && (
        <button type="button" className="plain" onClick={() => run(begin())}>
          New look
        </button>
      )}
      <Tools
        standing={desk.standing}
        undo={desk.canUndo ? () => desk.desk.undo() : undefined}
        redo={desk.canRedo ? () => desk.desk.redo() : undefined}
      />
      {trouble !== undefined && <Trouble error={trouble} />}
    </div>
  );
}
