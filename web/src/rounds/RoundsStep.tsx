import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Spin } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { ask, client } from "../api/client";
import { courses, inspection, pestKnowledge } from "../api/queries";
import { Trouble } from "../parts/Trouble";
import { DayLine } from "../parts/TextLine";
import { PlantSoFar } from "../plant/PlantSoFar";
import { usePlant } from "../plant/PlantPage";
import { today } from "../words";
import { CourseCard } from "./CourseCard";
import "./rounds.css";
import { WhereItStands } from "./WhereItStands";
import { run } from "../parts/run";

/** Treatment rounds by warmth: when the next one falls, and when it is over. */
export default function RoundsStep() {
  const { plant } = usePlant();
  const asked = useQuery(courses(plant.id));
  const knowledge = useQuery(pestKnowledge).data;
  if (asked.error && !asked.data) return <Trouble error={asked.error} again={() => run(asked.refetch())} />;
  if (!asked.data || !knowledge) return <Spin className="waiting" size="large" />;
  const open = asked.data.filter((c) => !c.closed_on);
  const past = asked.data.filter((c) => c.closed_on);
  return (
    <div className="step rounds">
      <section>
        {open.length === 0 && (
          <p className="lead rounds-empty">
            No treatment goes on. Note the first round, and the days of the next ones follow from how warm it is where
            the plant stands: eggs hatch by warmth, and most sprays do not reach them.
          </p>
        )}
        {open.map((c) => (
          <CourseCard key={c.id} course={c} />
        ))}
        <Begin taken={open.map((c) => c.course.pest)} />
        <WhereItStands />
        {past.length > 0 && (
          <>
            <h2>Over</h2>
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
  const cache = useQueryClient();
  const pests = useQuery(pestKnowledge).data?.pests.filter((p) => !taken.includes(p.code)) ?? [];
  const look = useQuery({ ...inspection(plant.looked?.inspection_id ?? 0), enabled: !!plant.looked }).data;
  const likely = look?.causes.causes.find((c) => c.act_on && pests.some((p) => p.code === c.code))?.code;
  const [pest, setPest] = useState<string>();
  const [on, setOn] = useState(today());
  const [trouble, setTrouble] = useState<unknown>();
  const chosen = pest ?? likely ?? pests[0]?.code;
  if (!chosen) return null;
  const begin = async () => {
    try {
      const at = { params: { path: { id: plant.id } } };
      await ask(client.POST("/api/v1/plants/{id}/courses", { ...at, body: { pest: chosen, rounds: [on] } }));
      setTrouble(undefined);
      await cache.invalidateQueries({ queryKey: ["plant", plant.id] });
    } catch (e) {
      setTrouble(e);
    }
  };
  return (
    <section className="begin" aria-label="Begin a treatment">
      <h2>Begin a treatment</h2>
      <div className="begin-line">
        <label data-field="Against">
          <span className="figure-label">Against</span>
          <select value={chosen} onChange={(e) => setPest(e.target.value)}>
            {pests.map((p) => (
              <option key={p.code} value={p.code}>
                {p.name}
                {p.code === likely ? ", by the causes" : ""}
              </option>
            ))}
          </select>
        </label>
        <DayLine label="First round on" value={on} onChange={setOn} />
        <Button onClick={() => run(begin())}>Note the first round</Button>
      </div>
      <p className="why">
        A spray checked off on the <Link to="..">plan</Link> is noted here by itself.
      </p>
      {trouble !== undefined && <Trouble error={trouble} />}
    </section>
  );
}
