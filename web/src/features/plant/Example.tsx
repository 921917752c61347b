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
        label="Worked example"
        acts={
          <Row>
            <Button onClick={() => turn(true)}>Show me round</Button>
            <Button disabled={!keeper} loading={takeOut.isPending} onClick={() => takeOut.mutate()}>
              Take it out again
            </Button>
          </Row>
        }
      >
        A made-up plant that drowned in its moss. Go through its steps and change what you like: when it is taken out,
        all of it is gone.
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
