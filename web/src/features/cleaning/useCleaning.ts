import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client, type Cleaning, type Job, type Use } from "../../lib/api/client";
import { cleaning } from "../../lib/api/queries";
import { tellDoubt } from "../../lib/changed";
import { usePerson } from "../../lib/person";
import { useSendFor } from "../../lib/send";
import { tell } from "../../words/cleaning";

/** A plant's plan, and what can be done to it. One answer is kept after the other. */
export function useCleaning(plantID: number) {
  const cache = useQueryClient();
  const [person] = usePerson();
  const asked = useQuery(cleaning(plantID, person));
  const at = { params: { path: { id: plantID } } };
  const { send, trouble } = useSendFor<Cleaning>({
    inTurn: tell("cleaning", { plantID }),
    // Opening, closing and adding answer for nobody in particular.
    then: (answer, job) => job && cache.setQueryData(["plant", plantID, "cleaning", person], answer),
    but: () => asked.refetch(),
  });
  const read = useSendFor({ after: tellDoubt });

  return {
    asked,
    trouble: trouble ?? read.trouble,
    mark: (job: Job, state: Job["state"], more: { reason?: string; uses?: Use[] } = {}) =>
      send(job.code, () =>
        ask(
          client.PUT("/api/v1/plants/{id}/cleaning/jobs", { ...at, body: { job: job.code, state, person, ...more } }),
        ),
      ),
    add: (stage: Job["stage"], words: string) =>
      send(undefined, () =>
        ask(client.POST("/api/v1/plants/{id}/cleaning/jobs", { ...at, body: { do: words, stage } })),
      ),
    close: (closed: boolean) =>
      send(undefined, () =>
        ask(client.PUT("/api/v1/plants/{id}/cleaning/closed", { ...at, body: { closed, person } })),
      ),
    acknowledge: (job: Job) => {
      const seen = job.care.map((c) => ({ product: job.product, caution: c.code }));
      return read.send(job.code, () => ask(client.POST("/api/v1/acknowledged", { body: { person, seen } })));
    },
  };
}

export type CleaningWork = ReturnType<typeof useCleaning>;
