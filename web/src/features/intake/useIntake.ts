import { useQueryClient } from "@tanstack/react-query";
import { ask, client, type Intake, type Plant } from "../../lib/api/client";
import { useDesk } from "../../lib/desk";

/** What a part of the form takes. */
export type FormProps = {
  form: Intake;
  change: (part: Partial<Intake>) => void;
  wrong: (field: string) => string | undefined;
};

/** What is known of a plant, on its desk. What other steps show of it follows. */
export function useIntake(stored: Plant) {
  const cache = useQueryClient();
  const path = { id: stored.id };
  const at = { params: { path } };
  return useDesk<Plant, Intake>(stored, {
    draft: `therapeon.plant.${stored.id}`,
    pauseMS: 400,
    entered: (p) => p.intake,
    load: () => ask(client.GET("/api/v1/plants/{id}", at)),
    save: async (server, intake, both) => {
      const body = { version: server.version, intake };
      const saved = await ask(
        client.PUT("/api/v1/plants/{id}", { params: { path, query: { both } }, body, keepalive: true }),
      );
      cache.setQueryData(["plant", saved.id], saved);
      return saved;
    },
  });
}
