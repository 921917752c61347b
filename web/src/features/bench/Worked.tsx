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
        The bench is empty. Put the plant in your hand on it with <b>New plant</b>: a tag and its group are enough, and
        you can look it over at once. Or look first at a worked example, which is taken out again by one tap.
      </Lead>
      <Row>
        <Button type="primary" onClick={onNew}>
          Put the first one on it
        </Button>
        <Button disabled={!keeper} loading={show.isPending} onClick={() => show.mutate()}>
          Show a worked example
        </Button>
      </Row>
      {show.error && <Trouble error={show.error} />}
    </section>
  );
}
