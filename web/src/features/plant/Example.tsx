import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { lazy, Suspense } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { ask, client } from "../../lib/api/client";
import { example } from "../../lib/api/queries";
import { followed } from "../../lib/changed";
import { useKeeper } from "../../lib/person";
import { Notice } from "../../ui/Notice";
import { Row } from "../../ui/Row";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/plant";

const Round = lazy(() => import("./Round"));

/** The worked example says that it is one; one is shown round it, and takes it out again. */
export function Example({ plantID }: { plantID: number }) {
  const which = useQuery(example).data;
  const cache = useQueryClient();
  const go = useNavigate();
  const keeper = useKeeper();
  const [search, setSearch] = useSearchParams();
  const round = search.has("round");
  const turn = (on: boolean) => setSearch(on ? { round: "" } : {}, { replace: true });
  const takeOut = useMutation({
    mutationFn: () => ask(client.PUT("/api/v1/example", { body: { shown: false } })),
    onSuccess: async (none) => {
      await go("/bench");
      cache.removeQueries({ queryKey: ["plant", plantID] });
      cache.setQueryData(example.queryKey, none);
      await followed();
    },
  });
  if (which?.plant_id !== plantID) return null;
  return (
    <>
      <Notice
        is="note"
        label={tell("worked-example")}
        acts={
          <Row>
            <Button onClick={() => turn(true)}>{tell("show-me-round")}</Button>
            <Button disabled={!keeper} loading={takeOut.isPending} onClick={() => takeOut.mutate()}>
              {tell("take-it-out-again")}
            </Button>
          </Row>
        }
      >
        {tell("a-made-up-plant-that-drowned-in")}
      </Notice>
      {takeOut.error && <Trouble error={takeOut.error} />}
      {round && (
        <Suspense>
          <Round onClose={() => turn(false)} />
        </Suspense>
      )}
    </>
  );
}
