import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useNavigate } from "react-router";
import { ask, client } from "../../lib/api/client";
import { example } from "../../lib/api/queries";
import { followed } from "../../lib/changed";
import { useKeeper } from "../../lib/person";
import { Row } from "../../ui/Row";
import { Lead } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/bench";

/** An empty bench teaches the first step, or shows a worked example. */
export function Worked({ onNew }: { onNew: () => void }) {
  const cache = useQueryClient();
  const go = useNavigate();
  const keeper = useKeeper();
  const show = useMutation({
    mutationFn: () => ask(client.PUT("/api/v1/example", { body: { shown: true } })),
    onSuccess: async (it) => {
      cache.setQueryData(example.queryKey, it);
      await followed();
      await go(`/plants/${it.plant_id}?round`);
    },
  });
  return (
    <section>
      <Lead>
        <Tell of="the-bench-is-empty-put-the-plant" parts={{ b: <b /> }} />
      </Lead>
      <Row>
        <Button type="primary" onClick={onNew}>
          {tell("put-the-first-one-on-it")}
        </Button>
        <Button disabled={!keeper} loading={show.isPending} onClick={() => show.mutate()}>
          {tell("show-a-worked-example")}
        </Button>
      </Row>
      {show.error && <Trouble error={show.error} />}
    </section>
  );
}
