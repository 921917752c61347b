import type { QueryClient } from "@tanstack/react-query";
import type { Progress } from "../../lib/api/client";

/** What follows from a change of a plant's progress is loaded anew. */
export const after = (cache: QueryClient, p: Progress) =>
  cache.invalidateQueries({
    predicate: (q) =>
      ["today", "plants"].includes(String(q.queryKey[0])) ||
      (q.queryKey[0] === "plant" && q.queryKey[1] === p.plant_id),
  });
