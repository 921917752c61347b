import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { ask, client, type Plant } from "../../lib/api/client";
import { useSend } from "../../lib/send";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/plant";
import css from "./plant.module.css";

/** Suspect is what its signs say; kept apart is what was done about it: one tap from each other. */
export function Apart({ plant }: { plant: Plant }) {
  const cache = useQueryClient();
  const { send, trouble } = useSend<Plant>({
    then: (saved) => cache.setQueryData(["plant", saved.id], saved),
  });
  const apart = plant.intake.kept_apart;
  if (!apart && !plant.suspect) return null;
  const mark = (kept_apart: boolean) => {
    const body = { version: plant.version, intake: { ...plant.intake, kept_apart } };
    send(() => ask(client.PUT("/api/v1/plants/{id}", { params: { path: { id: plant.id } }, body })));
  };
  return (
    <div className={css.apart}>
      <Say of={plant.handle} />{" "}
      <Button onClick={() => mark(!apart)}>{apart ? tell("back-among-the-others") : tell("keep-it-apart")}</Button>
      {trouble && <Trouble error={trouble} />}
    </div>
  );
}
