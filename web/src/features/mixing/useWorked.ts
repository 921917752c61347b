import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import { Refused, type SolutionKnowledge, type Settings } from "../../lib/api/client";

export type BenchProps = { knowledge: SolutionKnowledge; tools: NonNullable<Settings["tools"]> };

/**
 * What the server works out of figures as they are typed. Without a body there
 * is nothing to ask yet.
 */
export function useWorked<In, Out>(name: string, body: In | undefined, work: (body: In) => Promise<Out>) {
  const sent = useDeferredValue(body);
  const asked = useQuery({
    queryKey: ["worked", name, sent],
    queryFn: () => work(sent as In),
    enabled: sent !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
  });
  const refused = asked.error instanceof Refused ? asked.error : undefined;
  return {
    answer: sent === undefined || asked.error ? undefined : asked.data,
    /** What is wrong with a field, in words. */
    wrong: (field: string) => (sent === undefined ? undefined : refused?.at(field)),
    /** What is wrong with no field in particular. */
    trouble: asked.error && !refused?.problem?.faults ? asked.error : undefined,
  };
}
