import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "./client";

/** What ships with the program does not change while it runs. */
const shipped = { staleTime: Infinity } as const;

export const groups = queryOptions({
  queryKey: ["groups"],
  queryFn: async () => (await ask(client.GET("/api/v1/groups"))).groups,
  ...shipped,
});

export const rootKnowledge = queryOptions({
  queryKey: ["knowledge", "roots"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/roots")),
  ...shipped,
});

export const disputes = queryOptions({
  queryKey: ["knowledge", "disputes"],
  queryFn: async () => (await ask(client.GET("/api/v1/knowledge/disputes"))).disputes,
  ...shipped,
});

export const about = queryOptions({ queryKey: ["about"], queryFn: () => ask(client.GET("/api/v1/about")), ...shipped });

export const settings = queryOptions({ queryKey: ["settings"], queryFn: () => ask(client.GET("/api/v1/settings")) });

export const plants = (q: string, archived: boolean, most: number) =>
  queryOptions({
    queryKey: ["plants", q, archived, most],
    queryFn: () => ask(client.GET("/api/v1/plants", { params: { query: { q, archived, most } } })),
  });

export const plant = (id: number) =>
  queryOptions({
    queryKey: ["plant", id],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}", { params: { path: { id } } })),
  });

export const readings = (id: number) =>
  queryOptions({
    queryKey: ["plant", id, "readings"],
    queryFn: async () => (await ask(client.GET("/api/v1/plants/{id}/readings", { params: { path: { id } } }))).readings,
  });

export const reading = (id: number) =>
  queryOptions({
    queryKey: ["reading", id],
    queryFn: () => ask(client.GET("/api/v1/readings/{id}", { params: { path: { id } } })),
  });
