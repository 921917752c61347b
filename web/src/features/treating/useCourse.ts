import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type Course } from "../../lib/api/client";

/** Saves a treatment; the answer is what the page then shows. */
export function useCourse(c: Course) {
  const cache = useQueryClient();
  const [trouble, setTrouble] = useState<unknown>();
  const save = async (part: Partial<Course["course"]>, closed = !!c.closed_on) => {
    const body = { version: c.version, course: { ...c.course, ...part }, closed };
    try {
      await ask(client.PUT("/api/v1/courses/{id}", { params: { path: { id: c.id } }, body }));
      setTrouble(undefined);
    } catch (e) {
      setTrouble(e);
    }
    await cache.invalidateQueries({ queryKey: ["plant", c.plant_id] });
  };
  return { save, trouble };
}
