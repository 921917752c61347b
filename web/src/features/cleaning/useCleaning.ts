import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { ask, client, type Cleaning, type Job, type Use } from "../../lib/api/client";
import { cleaning } from "../../lib/api/queries";
import { usePerson } from "../../lib/person";
import { run } from "../../lib/run";

/** A plant's plan, and what can be done to it. One answer is kept after the other. */
export function useCleaning(plantID: number) {
  const cache = useQueryClient();
  const [person] = usePerson();
  const asked = useQuery(cleaning(plantID, person));
  const [trouble, setTrouble] = useState<{ job?: string; error: unknown }>();
  const turn = useRef(Promise.resolve(true));
  const at = { params: { path: { id: plantID } } };

  /** Whether it was kept is what comes of it. */
  const keep = (job: string | undefined, send: () => Promise<Cleaning>) => {
    turn.current = turn.current.then(async () => {
      let kept = true;
      try {
        const answer = await send();
        setTrouble(undefined);
        // Opening, closing and adding answer for nobody in particular.
        if (job === undefined) await cache.invalidateQueries({ queryKey: ["plant", plantID, "cleaning"] });
        else cache.setQueryData(["plant", plantID, "cleaning", person], answer);
      } catch (error) {
        kept = false;
        setTrouble({ job, error });
        await asked.refetch();
      }
      run(cache.invalidateQueries({ queryKey: ["plant", plantID], exact: true }));
      run(cache.invalidateQueries({ queryKey: ["plant", plantID, "courses"] }));
      run(cache.invalidateQueries({ queryKey: ["plant", plantID, "timeline"] }));
      run(cache.invalidateQueries({ queryKey: ["shelf"] }));
      return kept;
    });
    return turn.current;
  };

  return {
    asked,
    trouble,
    mark: (job: Job, state: Job["state"], more: { reason?: string; uses?: Use[] } = {}) =>
      keep(job.code, () =>
        ask(
          client.PUT("/api/v1/plants/{id}/cleaning/jobs", { ...at, body: { job: job.code, state, person, ...more } }),
        ),
      ),
    add: (stage: Job["stage"], words: string) =>
      keep(undefined, () =>
        ask(client.POST("/api/v1/plants/{id}/cleaning/jobs", { ...at, body: { do: words, stage } })),
      ),
    close: (closed: boolean) =>
      keep(undefined, () =>
        ask(client.PUT("/api/v1/plants/{id}/cleaning/closed", { ...at, body: { closed, person } })),
      ),
    acknowledge: async (job: Job) => {
      const seen = job.care.map((c) => ({ product: job.product, caution: c.code }));
      try {
        await ask(client.POST("/api/v1/acknowledged", { body: { person, seen } }));
        setTrouble(undefined);
      } catch (error) {
        setTrouble({ job: job.code, error });
      }
      await cache.invalidateQueries({ queryKey: ["plant", plantID, "cleaning"] });
    },
  };
}

export type CleaningWork = ReturnType<typeof useCleaning>;
