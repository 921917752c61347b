import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { ask, client } from "../../lib/api/client";
import { courses, inspection, pestKnowledge } from "../../lib/api/queries";
import { useDayOrToday } from "../../lib/day";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { Day } from "../../ui/Day";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/pests";
import { WhereItStands } from "../places";
import { PlantSoFar, usePlant } from "../plant";
import { CourseCard } from "./CourseCard";

/** Treatment rounds by warmth: when the next one falls, and when it is over. */
export default function PestsStep() {
  const { plant } = usePlant();
  const asked = useQuery(courses(plant.id));
  const knowledge = useQuery(pestKnowledge).data;
  if (asked.error && !asked.data) return <Trouble error={asked.error} again={() => run(asked.refetch())} />;
  if (!asked.data || !knowledge) return <Waiting />;
  const open = asked.data.filter((c) => !c.closed_on);
  const past = asked.data.filter((c) => c.closed_on);
  return (
    <div className={view.step}>
      <section>
        {open.length === 0 && <p>{tell("no-treatment-goes-on-note-the")}</p>}
        {open.map((c) => (
          <CourseCard key={c.id} course={c} />
        ))}
        <Begin taken={open.map((c) => c.course.pest)} />
        <WhereItStands />
        {past.length > 0 && (
          <>
            <h2>{tell("over")}</h2>
            {past.map((c) => (
              <CourseCard key={c.id} course={c} />
            ))}
          </>
        )}
      </section>
      <PlantSoFar />
    </div>
  );
}

/** The first round of a treatment. */
function Begin({ taken }: { taken: string[] }) {
  const { plant } = usePlant();
  const pests = useQuery(pestKnowledge).data?.pests.filter((p) => !taken.includes(p.code)) ?? [];
  const look = useQuery({ ...inspection(plant.looked?.inspection_id ?? 0), enabled: !!plant.looked }).data;
  const likely = look?.causes.causes.find((c) => c.act_on && pests.some((p) => p.code === c.code))?.code;
  const [pest, setPest] = useState<string>();
  const [on, setOn] = useDayOrToday();
  const { send, trouble } = useSend({});
  const chosen = pest ?? likely ?? pests[0]?.code;
  if (!chosen) return null;
  const begin = () => {
    const at = { params: { path: { id: plant.id } } };
    send(() => ask(client.POST("/api/v1/plants/{id}/courses", { ...at, body: { pest: chosen, rounds: [on] } })));
  };
  return (
    <section data-part="begin" aria-label={tell("begin-a-treatment")}>
      <h2>{tell("begin-a-treatment")}</h2>
      <Row>
        <Pick
          label={tell("against")}
          value={chosen}
          options={pests.map((p) => ({
            value: p.code,
            label: p.code === likely ? tell("by-the-causes", { pest: p.name }) : p.name,
          }))}
          onChange={setPest}
        />
        <Day label={tell("first-round-on")} needed value={on} onChange={setOn} />
        <Button onClick={begin}>{tell("note-the-first-round")}</Button>
      </Row>
      <Why>
        <Tell of="a-spray-checked-off-on-the-plan" parts={{ link: <Link to=".." /> }} />
      </Why>
      {trouble && <Trouble error={trouble} />}
    </section>
  );
}
