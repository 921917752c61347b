import { useQueryClient } from "@tanstack/react-query";
import { ask, client, type Inspected, type Inspection } from "../../lib/api/client";
import { useDesk } from "../../lib/desk";

/** What one has noted: the day, and all the rest. */
export type Noted = { lookedOn: string; inspection: Inspection };

/** An inspection on its desk. Look, Unpot and Cause all write on this one. */
export function useInspection(stored: Inspected) {
  const cache = useQueryClient();
  const path = { id: stored.id };
  const at = { params: { path } };
  const desk = useDesk<Inspected, Noted>(stored, {
    draft: `therapeon.inspection.${stored.id}`,
    entered: (i) => ({ lookedOn: i.looked_on, inspection: i.inspection }),
    load: () => ask(client.GET("/api/v1/inspections/{id}", at)),
    save: async (server, { lookedOn, inspection }, both) => {
      const body = { version: server.version, looked_on: lookedOn, inspection };
      const saved = await ask(client.PUT("/api/v1/inspections/{id}", { params: { path, query: { both } }, body }));
      cache.setQueryData(["inspection", saved.id], saved);
      return saved;
    },
  });
  const note = (part: Partial<Inspection>) =>
    desk.desk.change((now) => ({ ...now, inspection: { ...now.inspection, ...part } }));
  /** Notes findings: there, not there, or (undefined) not looked for. */
  const find = (found: Record<string, "present" | "absent" | "unseen" | undefined>) =>
    desk.desk.change((now) => {
      const all = Object.entries({ ...now.inspection.findings, ...found });
      const findings = Object.fromEntries(all.filter(([, state]) => state)) as typeof now.inspection.findings;
      return { ...now, inspection: { ...now.inspection, findings } };
    });
  /** What the server found wrong with a field. */
  const wrong = (field: string) =>
    desk.standing.is === "refused"
      ? desk.standing.faults.find((f) => f.field.startsWith(`inspection.${field}`))?.words
      : undefined;
  return { ...desk, wrong, noted: desk.entered.inspection, note, find };
}

export type InspectionDesk = ReturnType<typeof useInspection>;
