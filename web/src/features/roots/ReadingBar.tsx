import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { ask, client, type Reading } from "../../lib/api/client";
import { readings } from "../../lib/api/queries";
import { followed } from "../../lib/changed";
import { day } from "../../lib/dates";
import type { Standing } from "../../lib/desk";
import { Day } from "../../ui/Day";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Tools } from "../../ui/Tools";
import { Trouble } from "../../ui/Trouble";
import { Which } from "../../ui/Which";
import { tell } from "../../words/roots";
import css from "./roots.module.css";
import type { Entered } from "./useReading";

type Props = {
  entered: Entered;
  server: Reading;
  standing: Standing;
  onOpen: (id: number) => void;
  onDay: (day: string) => void;
  undo?: () => void;
  redo?: () => void;
  onKeys: () => void;
};

/** Which reading this is, of which day; back and forth; a new one. */
export function ReadingBar({ entered, server, standing, onOpen, onDay, undo, redo, onKeys }: Props) {
  const all = useQuery(readings(server.plant_id)).data ?? [];
  return (
    <Row words>
      <Which words={tell("read-on", { readOn: day(entered.readOn) })}>
        {(close) => (
          <>
            <Day label={tell("read-on-2")} needed value={entered.readOn} onChange={onDay} />
            {all.length > 1 && (
              <Pick
                label={tell("readings-of-this-plant")}
                value={server.id}
                onChange={(id) => {
                  close();
                  onOpen(id);
                }}
                options={all.map((r, i) => ({
                  value: r.reading_id,
                  label: `${i === 0 ? tell("newest") : tell("reading", { n: all.length - i })}: ${day(r.read_on)}`,
                }))}
              />
            )}
            {all.some((r) => r.grade) && (
              <NewReading
                plantID={server.plant_id}
                onOpen={(id) => {
                  close();
                  onOpen(id);
                }}
              />
            )}
          </>
        )}
      </Which>
      <Tools standing={standing} undo={undo} redo={redo}>
        <Plain cap="?" className={css.byKeys} onClick={onKeys}>
          {tell("keys")}
        </Plain>
      </Tools>
    </Row>
  );
}

/** Another reading beside this one. */
function NewReading({ plantID, onOpen }: { plantID: number; onOpen: (id: number) => void }) {
  const cache = useQueryClient();
  const begin = useMutation({
    mutationFn: (from_last: boolean) =>
      ask(client.POST("/api/v1/plants/{id}/readings", { params: { path: { id: plantID } }, body: { from_last } })),
    onSuccess: async (r) => {
      cache.setQueryData(["reading", r.id], r);
      await followed();
      onOpen(r.id);
    },
  });
  return (
    <>
      <Why>{tell("a-new-reading-stands-beside-this")}</Why>
      <Button onClick={() => begin.mutate(true)}>{tell("start-from-what-the-cuts-left")}</Button>
      <Button onClick={() => begin.mutate(false)}>{tell("start-with-no-roots-entered")}</Button>
      {begin.error && <Trouble error={begin.error} />}
    </>
  );
}
