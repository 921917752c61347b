import { TextLine } from "../parts/TextLine";
import { Button } from "antd";
import { useState } from "react";
import type { Cleaning, Job } from "../api/client";
import { run } from "../parts/run";

type Props = { stages: Cleaning["plan"]["stages"]; onAdd: (stage: Job["stage"], words: string) => Promise<boolean> };

/** A job of one's own, put where it belongs in the work. */
export function AddJob({ stages, onAdd }: Props) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState("");
  const [stage, setStage] = useState<Job["stage"]>("treatment");
  if (!open) return <Button onClick={() => setOpen(true)}>Add a job</Button>;
  return (
    <form
      className="add-job"
      onSubmit={(e) => {
        e.preventDefault();
        if (!words.trim()) return;
        run(
          onAdd(stage, words.trim()).then((kept) => {
            if (kept) setWords("");
            setOpen(!kept);
          }),
        );
      }}
    >
      <TextLine label="What to do" value={words} max={200} autoFocus onChange={setWords} />
      <label>
        <span className="figure-label">When</span>
        <select value={stage} onChange={(e) => setStage(e.target.value as Job["stage"])}>
          {stages.map((s) => (
            <option key={s.code} value={s.code}>
              {s.name}
            </option>
          ))}
        </select>
      </label>
      <Button htmlType="submit">Put it on the plan</Button>
    </form>
  );
}
