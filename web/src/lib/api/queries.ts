import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { ask, client, type AskedRoot } from "./client";
import type { paths } from "./schema";

/** What ships with the program does not change while it runs. */
const shipped = { staleTime: Infinity } as const;

export const groups = queryOptions({
  queryKey: ["groups"],
  queryFn: async () => (await ask(client.GET("/api/v1/knowledge/groups"))).groups,
  ...shipped,
});

export const rootKnowledge = queryOptions({
  queryKey: ["knowledge", "roots"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/roots")),
  ...shipped,
});

export const causeKnowledge = queryOptions({
  queryKey: ["knowledge", "causes"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/causes")),
  ...shipped,
});

export const unpotKnowledge = queryOptions({
  queryKey: ["knowledge", "unpot"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/unpot")),
  ...shipped,
});

export const lookalikes = queryOptions({
  queryKey: ["knowledge", "lookalikes"],
  queryFn: async () => (await ask(client.GET("/api/v1/knowledge/lookalikes"))).lookalikes,
  ...shipped,
});

export const cautions = queryOptions({
  queryKey: ["knowledge", "cautions"],
  queryFn: async () => (await ask(client.GET("/api/v1/knowledge/cautions"))).cautions,
  ...shipped,
});

export const disputes = queryOptions({
  queryKey: ["knowledge", "disputes"],
  queryFn: async () => (await ask(client.GET("/api/v1/knowledge/disputes"))).disputes,
  ...shipped,
});

export const about = queryOptions({ queryKey: ["about"], queryFn: () => ask(client.GET("/api/v1/about")), ...shipped });

/** Who asks, as the program knows them. */
export const me = queryOptions({ queryKey: ["me"], queryFn: () => ask(client.GET("/api/v1/me")), ...shipped });

export const people = queryOptions({
  queryKey: ["people"],
  queryFn: async () => (await ask(client.GET("/api/v1/people"))).people,
});

export const sessions = queryOptions({
  queryKey: ["sessions"],
  queryFn: async () => (await ask(client.GET("/api/v1/sessions"))).sessions,
});

export const devices = queryOptions({
  queryKey: ["devices"],
  queryFn: async () => (await ask(client.GET("/api/v1/devices"))).devices,
});

export const network = queryOptions({
  queryKey: ["network"],
  queryFn: () => ask(client.GET("/api/v1/network")),
});

/** What was done, the newest first, a lot at a time. */
export const log = infiniteQueryOptions({
  queryKey: ["log"],
  queryFn: ({ pageParam }) => ask(client.GET("/api/v1/log", { params: { query: { before: pageParam || undefined } } })),
  initialPageParam: 0,
  getNextPageParam: (last) => (last.more ? last.log.at(-1)?.id : undefined),
});

/** Which plant is the worked example, if any is. */
export const example = queryOptions({
  queryKey: ["example"],
  queryFn: () => ask(client.GET("/api/v1/example")),
  ...shipped,
});

export const settings = queryOptions({ queryKey: ["settings"], queryFn: () => ask(client.GET("/api/v1/settings")) });

export type Sought = NonNullable<paths["/api/v1/plants"]["get"]["parameters"]["query"]>;

/** How many plants are asked for at a time. */
const lot = 60;

/** The plants that are sought, lot by lot as one reads on. */
export const plants = (of: Sought) =>
  infiniteQueryOptions({
    queryKey: ["plants", of],
    queryFn: ({ pageParam }) =>
      ask(client.GET("/api/v1/plants", { params: { query: { ...of, skip: pageParam, most: lot } } })),
    initialPageParam: 0,
    getNextPageParam: (last, all) => {
      const had = all.reduce((n, page) => n + page.plants.length, 0);
      return had < last.total ? had : undefined;
    },
  });

/** The first few that hold some words, and how many there are. */
export const fewPlants = (of: Sought) =>
  queryOptions({
    queryKey: ["plants", "few", of],
    queryFn: () => ask(client.GET("/api/v1/plants", { params: { query: { most: 8, ...of } } })),
  });

export const plant = (id: number) =>
  queryOptions({
    queryKey: ["plant", id],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}", { params: { path: { id } } })),
  });

export const mayI = (id: number, root?: AskedRoot) =>
  queryOptions({
    queryKey: ["plant", id, "may-i", root],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}/may-i", { params: { path: { id }, query: root } })),
    placeholderData: (before, of) => (of?.queryKey[1] === id ? before : undefined), // while a root is felt
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

export const inspections = (id: number) =>
  queryOptions({
    queryKey: ["plant", id, "inspections"],
    queryFn: async () =>
      (await ask(client.GET("/api/v1/plants/{id}/inspections", { params: { path: { id } } }))).inspections,
  });

export const inspection = (id: number) =>
  queryOptions({
    queryKey: ["inspection", id],
    queryFn: () => ask(client.GET("/api/v1/inspections/{id}", { params: { path: { id } } })),
  });

export const cleaning = (id: number, person: string) =>
  queryOptions({
    queryKey: ["plant", id, "cleaning", person],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}/cleaning", { params: { path: { id }, query: { person } } })),
  });

export const timers = queryOptions({ queryKey: ["timers"], queryFn: () => ask(client.GET("/api/v1/timers")) });

export const solutionKnowledge = queryOptions({
  queryKey: ["knowledge", "solutions"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/solutions")),
  ...shipped,
});

export const pestKnowledge = queryOptions({
  queryKey: ["knowledge", "pests"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/pests")),
  ...shipped,
});

export const shelf = queryOptions({
  queryKey: ["shelf"],
  queryFn: async () => (await ask(client.GET("/api/v1/shelf"))).shelf,
});

export const needs = queryOptions({
  queryKey: ["shelf", "needs"],
  queryFn: async () => (await ask(client.GET("/api/v1/shelf/needs"))).needs,
});

export const places = queryOptions({
  queryKey: ["places"],
  queryFn: async () => (await ask(client.GET("/api/v1/places"))).places,
});

export const courses = (id: number) =>
  queryOptions({
    queryKey: ["plant", id, "courses"],
    queryFn: async () => (await ask(client.GET("/api/v1/plants/{id}/courses", { params: { path: { id } } }))).courses,
  });

/** A plant's rhizome, with what these cuts would leave; without any, those advised. */
export const rhizome = (id: number, cuts?: number[]) => {
  const query = cuts && { cuts: cuts.join(",") || "none" };
  return queryOptions({
    queryKey: ["plant", id, "rhizome", query?.cuts ?? ""],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}/rhizome", { params: { path: { id }, query } })),
  });
};

export const timeline = (id: number) =>
  queryOptions({
    queryKey: ["plant", id, "timeline"],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}/timeline", { params: { path: { id } } })),
  });

export const duePests = queryOptions({
  queryKey: ["plants", "pests"],
  queryFn: async () => (await ask(client.GET("/api/v1/pests/due"))).due,
});

export const race = (id: number, of: string) =>
  queryOptions({
    queryKey: ["plant", id, "race", of],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}/race", { params: { path: { id }, query: { of } } })),
    retry: false,
  });

export const weighings = (id: number) =>
  queryOptions({
    queryKey: ["plant", id, "weighings"],
    queryFn: async () =>
      (await ask(client.GET("/api/v1/plants/{id}/weighings", { params: { path: { id } } }))).weighings,
  });

/** Scales that are on; asked again and again while someone looks. */
export const scales = queryOptions({
  queryKey: ["scales"],
  queryFn: async () => (await ask(client.GET("/api/v1/scales"))).scales,
  refetchInterval: 600,
  retry: false,
});

export const rehome = (id: number, person: string) =>
  queryOptions({
    queryKey: ["plant", id, "rehome", person],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}/home", { params: { path: { id }, query: { person } } })),
  });

export const batch = queryOptions({ queryKey: ["batch"], queryFn: () => ask(client.GET("/api/v1/batch")) });

/** Not shipped alone: the house measures components and keeps mixes of its own. */
export const houseMedia = queryOptions({
  queryKey: ["media"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/media")),
});

export const rehomeKnowledge = queryOptions({
  queryKey: ["knowledge", "rehome"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/rehome")),
  ...shipped,
});

export const raceKnowledge = queryOptions({
  queryKey: ["knowledge", "race"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/race")),
  ...shipped,
});

export const aftercareKnowledge = queryOptions({
  queryKey: ["knowledge", "aftercare"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/aftercare")),
  ...shipped,
});

export const saidKnowledge = queryOptions({
  queryKey: ["knowledge", "said"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/said")),
  ...shipped,
});

export const todayKnowledge = queryOptions({
  queryKey: ["knowledge", "today"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/today")),
  ...shipped,
});

/** Today's round. */
export const round = queryOptions({ queryKey: ["today"], queryFn: () => ask(client.GET("/api/v1/today")) });

export const aftercare = (id: number) =>
  queryOptions({
    queryKey: ["plant", id, "aftercare"],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}/aftercare", { params: { path: { id } } })),
  });

/** How a plant fares, with its roots of two days beside each other. */
export const progress = (id: number, from?: string, to?: string) =>
  queryOptions({
    queryKey: ["plant", id, "progress", from ?? "", to ?? ""],
    queryFn: () => ask(client.GET("/api/v1/plants/{id}/progress", { params: { path: { id }, query: { from, to } } })),
  });

/** How good the forecasts of this house were. */
export const scoreForecasts = queryOptions({
  queryKey: ["plants", "forecasts"],
  queryFn: () => ask(client.GET("/api/v1/forecasts")),
});

/** Who may have caught something from a plant. */
export const contagion = (id: number, since?: string, agent?: string) =>
  queryOptions({
    queryKey: ["plant", id, "contagion", since ?? "", agent ?? ""],
    queryFn: () =>
      ask(client.GET("/api/v1/plants/{id}/contagion", { params: { path: { id }, query: { since, agent } } })),
  });

export const contagionKnowledge = queryOptions({
  queryKey: ["knowledge", "contagion"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/contagion")),
  ...shipped,
});

export const forecastKnowledge = queryOptions({
  queryKey: ["knowledge", "forecast"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/forecast")),
  ...shipped,
});

export const progressKnowledge = queryOptions({
  queryKey: ["knowledge", "progress"],
  queryFn: () => ask(client.GET("/api/v1/knowledge/progress")),
  ...shipped,
});

/** An evening's crates, for so many minutes. */
export const evening = (minutes: number) =>
  queryOptions({
    queryKey: ["today", "evening", minutes],
    queryFn: () => ask(client.GET("/api/v1/evening", { params: { query: { minutes } } })),
    placeholderData: (before) => before,
  });

/** The changes of place that would help most. */
export const moves = queryOptions({ queryKey: ["today", "moves"], queryFn: () => ask(client.GET("/api/v1/moves")) });

/** What an absence comes to. */
export const away = (from: string, until: string) =>
  queryOptions({
    queryKey: ["today", "away", from, until],
    queryFn: () => ask(client.GET("/api/v1/away", { params: { query: { from, until } } })),
    retry: false,
  });

/** How the calendar is shared. */
export const calendar = queryOptions({ queryKey: ["calendar"], queryFn: () => ask(client.GET("/api/v1/calendar")) });
