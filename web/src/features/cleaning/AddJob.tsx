import { Button } from "antd";
import { useState } from "react";
import type { Cleaning, Job } from "../../lib/api/client";
import { AddJob as fields } from "../../lib/api/fields";
import { run } from "../../lib/run";
import { Pick } from "../../ui/Pick";
import { TextLine } from "../../ui/TextLine";
import { tell } from "../../words/cleaning";

type Props = { stages: Cleaning["plan"]["stages"]; onAdd: (stage: Job["stage"], words: string) => Promise<boolean> };

/** A job of one's own, put where it belongs in the work. */
export function AddJob({ stages, onAdd }: Props) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState("");
  const [stage, setStage] = useState<Job["stage"]>("treatment");
  if (!open) return <Button onClick={() => setOpen(true)}>{tell("add-a-job")}</Button>;
  return (
    <form
      data-part="add-job"
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
      <TextLine {...fields.do} value={words} autoFocus onChange={setWords} />
      <Pick
        label={tell("when")}
        value={stage}
        options={stages.map((s) => ({ value: s.code, label: s.name }))}
        onChange={(code) => setStage(code as Job["stage"])}
      />
      <Button htmlType="submit">{tell("put-it-on-the-plan")}</Button>
    </form>
  );
}
