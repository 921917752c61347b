import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, type ComponentType } from "react";
import { useSearchParams } from "react-router";
import { ask, client, type CauseKnowledge, type Inspected } from "../../lib/api/client";
import { causeKnowledge, inspection, inspections } from "../../lib/api/queries";
import { useKeys } from "../../lib/keyboard";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { Standing } from "../../ui/Standing";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import { usePlant } from "../plant";
import { InspectionBar } from "./InspectionBar";
import { useInspection, type InspectionDesk } from "./useInspection";

export type StepProps = { desk: InspectionDesk; knowledge: CauseKnowledge };

/** Finds the inspection at hand, or begins the first, and lays it on the desk of a step. */
export function InspectionStep({ step }: { step: ComponentType<StepProps> }) {
  const { plant } = usePlant();
  const [search, setSearch] = useSearchParams();
  const cache = useQueryClient();
  const all = useQuery(inspections(plant.id));
  const knowledge = useQuery(causeKnowledge);
  const asked = Number(search.get("look"));
  const [begun, setBegun] = useState<number>();
  const id = asked || begun || all.data?.[0]?.inspection_id;
  const at = useQuery({ ...inspection(id ?? 0), enabled: !!id, refetchOnWindowFocus: false });
  const toBegin = !!all.data && !id;
  const { send, trouble } = useSend<Inspected>({
    then: (i) => {
      cache.setQueryData(["inspection", i.id], i);
      setBegun(i.id);
    },
  });
  useEffect(() => {
    if (!toBegin) return;
    send(() =>
      ask(
        client.POST("/api/v1/plants/{id}/inspections", { params: { path: { id: plant.id } }, body: { first: true } }),
      ),
    );
  }, [toBegin, plant.id, send]);

  if (!at.data || !knowledge.data) {
    const wrong = trouble ?? all.error ?? at.error ?? knowledge.error;
    if (wrong) return <Trouble error={wrong} again={() => location.reload()} />;
    return <Waiting />;
  }
  return (
    <Desk
      key={at.data.id}
      stored={at.data}
      knowledge={knowledge.data}
      step={step}
      onOpen={(i) => setSearch({ look: String(i) })}
    />
  );
}

type DeskProps = {
  stored: Inspected;
  knowledge: CauseKnowledge;
  step: ComponentType<StepProps>;
  onOpen: (id: number) => void;
};

function Desk({ stored, knowledge, step: Step, onOpen }: DeskProps) {
  const desk = useInspection(stored);
  useKeys((key) => {
    if (key === "z" || key === "ctrl+z") desk.desk.undo();
    else if (key === "y" || key === "ctrl+y") desk.desk.redo();
    else return false;
    return true;
  });
  return (
    <>
      <InspectionBar desk={desk} onOpen={onOpen} />
      <Standing
        what="look"
        standing={desk.standing}
        onSettle={(keep) => run(desk.desk.settle(keep))}
        onUndo={() => desk.desk.undo()}
      />
      <Step desk={desk} knowledge={knowledge} />
    </>
  );
}
