import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, client } from "../../lib/api/client";
import type { Plant } from "../../lib/api/client";
import { run } from "../../lib/run";
import { Trouble } from "../../ui/Trouble";
import css from "./plant.module.css";

/** Suspect is what its signs say; kept apart is what was done about it: one tap from each other. */
export function Apart({ plant }: { plant: Plant }) {
  const cache = useQueryClient();
  const [trouble, setTrouble] = useState<unknown>();
  const apart = plant.intake.kept_apart;
  if (!apart && !plant.suspect) return null;
  const mark = async (kept_apart: boolean) => {
    const body = { version: plant.version, intake: { ...plant.intake, kept_apart } };
    try {
      setTrouble(undefined);
      const saved = await ask(client.PUT("/api/v1/plants/{id}", { params: { path: { id: plant.id } }, body }));
      cache.setQueryData(["plant", saved.id], saved);
      await cache.invalidateQueries({ queryKey: ["plants"] });
    } catch (e) {
      setTrouble(e);
    }
  };
  return (
    <div className={css.apart}>
      {apart ? "Kept apart: own blade, handle it last" : "Suspect: handle it after the clean ones"}{" "}
      <Button onClick={() => run(mark(!apart))}>{apart ? "Back among the others" : "Keep it apart"}</Button>
      {trouble !== undefined && <Trouble error={trouble} />}
    </div>
  );
}
