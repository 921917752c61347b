import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { lookalikes } from "../../lib/api/queries";
import { after, day, today } from "../../lib/dates";
import { Fold } from "../../ui/Fold";
import { Why } from "../../ui/Said";
import { SideBySide } from "../../ui/SideBySide";
import { tell } from "../../words/look";
import type { InspectionDesk } from "./useInspection";

/** Which of three a new tip is, drawn side by side; where nobody can tell yet, a second look has its day. */
export function SpikeOrRoot({ desk }: { desk: InspectionDesk }) {
  const asked = useQuery(lookalikes);
  const alike = asked.data?.find((l) => l.code === "spike-growth-root");
  if (!alike) return null;
  const { again_on: next, look } = desk.server;
  const on = after(today(), alike.again_days?.value ?? 0);
  const sooner = !!next && next <= on;
  const left = look.decision === "leave" || look.decision === "wait";
  return (
    <Fold summary={alike.name}>
      <SideBySide lookalikes={alike} named />
      {left && !sooner && (
        <Button onClick={() => desk.note({ again_on: on })}>{tell("not-sure-look-again-on", { day: day(on) })}</Button>
      )}
      {sooner && <Why>{tell("the-look-on-tells-which", { day: day(next) })}</Why>}
    </Fold>
  );
}
