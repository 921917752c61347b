import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "../../lib/api/client";
import { inspections } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { Day } from "../../ui/Day";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Tools } from "../../ui/Tools";
import { Trouble } from "../../ui/Trouble";
import { Which } from "../../ui/Which";
import { tell } from "../../words/look";
import type { InspectionDesk } from "./useInspection";

/** Which look this is, of which day; back and forth; a new one. */
export function InspectionBar({ desk, onOpen }: { desk: InspectionDesk; onOpen: (id: number) => void }) {
  const { server, entered } = desk;
  const all = useQuery(inspections(server.plant_id)).data ?? [];
  const cache = useQueryClient();
  const begin = useMutation({
    mutationFn: () =>
      ask(client.POST("/api/v1/plants/{id}/inspections", { params: { path: { id: server.plant_id } }, body: {} })),
    onSuccess: (i) => {
      cache.setQueryData(["inspection", i.id], i);
      onOpen(i.id);
    },
  });
  const blank = !all.some((i) => i.inspection_id === server.id);
  return (
    <Row words>
      <Which words={tell("looked-on", { lookedOn: day(entered.lookedOn) })}>
        {(close) => (
          <>
            <Day
              label={tell("looked-on-2")}
              needed
              value={entered.lookedOn}
              onChange={(lookedOn) => desk.desk.change((now) => ({ ...now, lookedOn }))}
            />
            {(all.length > 1 || (blank && all.length > 0)) && (
              <Pick
                label={tell("looks-at-this-plant")}
                value={server.id}
                onChange={(id) => {
                  close();
                  onOpen(id);
                }}
                options={[
                  ...(blank ? [{ value: server.id, label: tell("new-look") }] : []),
                  ...all.map((i, n) => ({
                    value: i.inspection_id,
                    label: `${n === 0 && !blank ? tell("newest") : tell("look", { n: all.length - n })}: ${day(i.looked_on)}`,
                  })),
                ]}
              />
            )}
          </>
        )}
      </Which>
      {!blank && <Plain onClick={() => begin.mutate()}>{tell("new-look")}</Plain>}
      <Tools
        standing={desk.standing}
        undo={desk.canUndo ? () => desk.desk.undo() : undefined}
        redo={desk.canRedo ? () => desk.desk.redo() : undefined}
      />
      {begin.error && <Trouble error={begin.error} />}
    </Row>
  );
}
