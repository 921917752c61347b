import { ask, client, type Course } from "../../lib/api/client";
import { tellDoubt } from "../../lib/changed";
import { useSend } from "../../lib/send";

/** Saves a treatment; the answer is what the page then shows. */
export function useCourse(c: Course) {
  const { send, trouble } = useSend({ but: tellDoubt });
  const save = (part: Partial<Course["course"]>, closed = !!c.closed_on) => {
    const body = { version: c.version, course: { ...c.course, ...part }, closed };
    send(() => ask(client.PUT("/api/v1/courses/{id}", { params: { path: { id: c.id } }, body })));
  };
  return { save, trouble };
}
