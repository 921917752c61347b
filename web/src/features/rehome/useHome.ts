import { useQueryClient } from "@tanstack/react-query";
import { ask, client, type HomeJob, type HomePlan, type Rehoming, type Settle } from "../../lib/api/client";
import { tellDoubt } from "../../lib/changed";
import { useDesk } from "../../lib/desk";
import { usePerson } from "../../lib/person";
import { useSendFor } from "../../lib/send";

/** What is planned, on its desk: every change is saved by itself. */
export function usePlan(r: Rehoming) {
  const cache = useQueryClient();
  const [person] = usePerson();
  const path = { id: r.plant_id };
  const at = { params: { path, query: { person } } };
  return useDesk<Rehoming, HomePlan>(r, {
    draft: `therapeon.home.${r.plant_id}`,
    pauseMS: 400,
    entered: (now) => now.plan,
    load: () => ask(client.GET("/api/v1/plants/{id}/home", at)),
    save: async (server, plan, both) => {
      const body = { version: server.version, plan };
      const saved = await ask(
        client.PUT("/api/v1/plants/{id}/home", { params: { path, query: { person, both } }, body, keepalive: true }),
      );
      cache.setQueryData(["plant", r.plant_id, "rehome", person], saved);
      return saved;
    },
  });
}

/** Jobs checked off, and the home as it was given. One answer is kept after the other. */
export function useDoing(r: Rehoming) {
  const cache = useQueryClient();
  const [person] = usePerson();
  const at = { params: { path: { id: r.plant_id } } };
  const { send, trouble } = useSendFor<Rehoming>({
    inTurn: `home ${r.plant_id}`,
    then: (answer) => cache.setQueryData(["plant", r.plant_id, "rehome", person], answer),
    but: tellDoubt,
  });
  const read = useSendFor({ after: tellDoubt });
  return {
    trouble: trouble ?? read.trouble,
    mark: (job: HomeJob, state: HomeJob["state"], reason?: string) =>
      send(job.code, () =>
        ask(client.PUT("/api/v1/plants/{id}/home/jobs", { ...at, body: { job: job.code, state, reason, person } })),
      ),
    settle: async (body: Settle) => {
      const kept = await send(undefined, () =>
        ask(client.POST("/api/v1/plants/{id}/homes", { ...at, body: { ...body, person } })),
      );
      return kept;
    },
    acknowledge: (job: HomeJob) => {
      const seen = job.cautions.map((c) => ({ caution: c.code }));
      return read.send(job.code, () => ask(client.POST("/api/v1/acknowledged", { body: { person, seen } })));
    },
  };
}
