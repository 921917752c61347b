import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Refused, type SolutionKnowledge, type Settings } from "../../lib/api/client";
import { fieldsOf } from "../../lib/form";

export type BenchProps = { knowledge: SolutionKnowledge; tools: NonNullable<Settings["tools"]> };

/** What the table has a bench start from, until it is typed over. */
export const startOf = <V extends object>(k: SolutionKnowledge, bench: string): V =>
  Object.fromEntries(Object.entries(k.starts[bench] ?? {}).map(([field, of]) => [field, of.value])) as V;

/** How a bench works: what it sends once enough is given, and where to. */
type Bench<V, In, Out> = {
  name: string;
  body: (asked: V) => In | undefined;
  work: (body: In) => Promise<Out>;
};

/**
 * What is asked for at a bench, and what the server works out of it as it is typed. Until there is a
 * body nothing is asked.
 */
export function useWorked<V extends object, F extends { [K in keyof V]?: object }, In, Out>(
  shape: F,
  start: V | (() => V),
  { name, body, work }: Bench<V, In, Out>,
) {
  const [asked, setAsked] = useState(start);
  const set = (part: Partial<V>) => setAsked((now) => ({ ...now, ...part }));
  const given = body(asked);
  const sent = useDeferredValue(given);
  const out = useQuery({
    queryKey: ["worked", name, sent],
    queryFn: () => work(sent as In),
    enabled: sent !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
  });
  const refused = out.error instanceof Refused ? out.error : undefined;
  /** What is wrong with a field, in words. */
  const wrong = (field: string) => (sent === undefined ? undefined : refused?.at(field));
  return {
    asked,
    set,
    at: fieldsOf(shape, asked, set, wrong),
    wrong,
    enough: given !== undefined,
    answer: sent === undefined || out.error ? undefined : out.data,
    /** What is wrong with no field in particular. */
    trouble: out.error && !refused?.problem?.faults ? out.error : undefined,
  };
}
