import { useQueryClient } from "@tanstack/react-query";
import { ask, client, type Reading, type RootsReading } from "../../lib/api/client";
import { useDesk } from "../../lib/desk";

/** What one has entered: the day and the roots. */
export type Entered = { readOn: string; roots: RootsReading };

/** A reading on its desk. What other steps show of it follows. */
export function useReading(stored: Reading) {
  const cache = useQueryClient();
  const path = { id: stored.id };
  const at = { params: { path } };
  return useDesk<Reading, Entered>(stored, {
    draft: `therapeon.reading.${stored.id}`,
    entered: (r) => ({ readOn: r.read_on, roots: r.reading }),
    load: () => ask(client.GET("/api/v1/readings/{id}", at)),
    save: async (server, { readOn, roots }, both) => {
      const body = { version: server.version, read_on: readOn, reading: roots };
      const saved = await ask(client.PUT("/api/v1/readings/{id}", { params: { path, query: { both } }, body }));
      cache.setQueryData(["reading", saved.id], saved);
      return saved;
    },
  });
}
