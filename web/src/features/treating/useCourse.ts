import { useQueryClient } from "@tanstack/react-query";
import { ask, client, type Course } from "../../lib/api/client";
import { useSend } from "../../lib/send";

/** Saves a treatment; the answer is what the page then shows. */
export function useCourse(c: Course) {
  const cache = useQueryClient();
  const { send, trouble } = useSend({
    after: () => cache.invalidateQueries({ queryKey: ["plant", c.plant_id] }),
  });
  const save = (part: Partial<Course["course"]>, closed = !!c.closed_on) => {
    const body = { version: c.version, course: { ...c.course, ...part }, closed };
    send(() => ask(client.PUT("/api/v1/courses/{id}", { params: { path: { id: c.id } }, body })));
  };
  return { save, trouble };
}
