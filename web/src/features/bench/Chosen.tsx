import { useMutation, useQuery } from "@tanstack/react-query";
import { Button, Progress } from "antd";
import { useState } from "react";
import { ask, client, type Plant } from "../../lib/api/client";
import { places } from "../../lib/api/queries";
import { followed } from "../../lib/changed";
import { labelOf } from "../../lib/papers";
import { useKeeper, usePerson } from "../../lib/person";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Lead } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/bench";
import css from "./bench.module.css";

/** As many labels as a sheet request takes. */
const mostLabels = 48;

/** What is done to each of several plants, one after the other. */
function useEach(plants: Plant[], onDone: () => void) {
  const [person] = usePerson();
  const [done, setDone] = useState(0);
  const [told, setTold] = useState("");
  /** One after the other; what was done stays done when one is refused. */
  const each = useMutation({
    mutationFn: async ({ work, told }: { work: (p: Plant) => Promise<unknown>; told: string }) => {
      setDone(0);
      setTold("");
      for (const p of plants) {
        await work(p);
        setDone((n) => n + 1);
      }
      return told;
    },
    onSuccess: (told) => {
      setTold(told);
      onDone();
    },
    onSettled: followed,
  });
  const n = plants.length;
  const at = (p: Plant) => ({ params: { path: { id: p.id } } });
  const move = (place_id: number) =>
    each.mutate({
      told: tell("there-now", { n }),
      work: (p) =>
        ask(
          client.PUT("/api/v1/plants/{id}", {
            ...at(p),
            body: { version: p.version, intake: { ...p.intake, place_id } },
          }),
        ),
    });
  const archive = (archived: boolean) =>
    each.mutate({
      told: archived ? tell("archived-now", { n }) : tell("back-now", { n }),
      work: (p) => ask(client.PUT("/api/v1/plants/{id}/archived", { ...at(p), body: { archived } })),
    });
  const tonight = () =>
    each.mutate({
      told: tell("in-tonights-batch", { n }),
      work: async (p) => {
        const query = { person };
        const home = await ask(client.GET("/api/v1/plants/{id}/home", { params: { path: { id: p.id }, query } }));
        const body = { version: home.version, plan: { ...home.plan, tonight: true } };
        return ask(client.PUT("/api/v1/plants/{id}/home", { params: { path: { id: p.id }, query }, body }));
      },
    });
  return { move, archive, tonight, done, told, pending: each.isPending, error: each.error };
}

/** What can be done with several plants at once. */
export function Chosen({ plants, onDone }: { plants: Plant[]; onDone: () => void }) {
  const stands = useQuery(places).data ?? [];
  const { move, archive, tonight, done, told, pending, error } = useEach(plants, onDone);
  const keeper = useKeeper();
  const none = plants.length === 0 || pending;
  const off = plants.some((p) => p.archived_at);
  const sheet = labelOf(
    plants.map((p) => p.id),
    true,
  );
  return (
    <section className={css.chosen} aria-label={tell("with-those-chosen")}>
      <Row words>
        <b>{tell("plants-chosen", { count: plants.length })}</b>
        <Button
          href={none || plants.length > mostLabels ? undefined : sheet}
          target="_blank"
          disabled={none || plants.length > mostLabels}
        >
          {tell("labels-on-a-sheet-pdf")}
        </Button>
        <Button disabled={none} onClick={tonight}>
          {tell("into-tonights-batch")}
        </Button>
        <Pick
          bare
          label={tell("move-them-to")}
          value={undefined}
          empty={tell("move-them-to")}
          options={stands.map((p) => ({ value: p.id, label: p.place.name }))}
          onChange={(id) => !none && move(id)}
        />
        <Button disabled={none || !keeper} onClick={() => archive(!off)}>
          {off ? tell("put-them-back-on-the-bench") : tell("archive-them")}
        </Button>
      </Row>
      {pending && <Progress percent={Math.round((100 * done) / plants.length)} aria-label={tell("how-far-it-is")} />}
      {plants.length > mostLabels && <Lead>{tell("a-sheet-takes-labels-at-most", { mostLabels })}</Lead>}
      {told && <p role="status">{told}</p>}
      {error && <Trouble error={error} />}
    </section>
  );
}
