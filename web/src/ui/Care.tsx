import { Button } from "antd";
import { useId, useState } from "react";
import type { Caution } from "../lib/api/client";
import { MarkJob } from "../lib/api/fields";
import { usePerson } from "../lib/person";
import { Tell, tell } from "../words/ui";
import { Listed } from "./Mark";
import { Plain } from "./Plain";
import { TextLine } from "./TextLine";
import css from "./care.module.css";
import view from "./view.module.css";

/** The usual cautions, at the job they belong to. */
export function Cautions({ cautions }: { cautions: Caution[] }) {
  const id = useId();
  if (cautions.length === 0) return null;
  return (
    <section className={view.ruled} data-tone="act" data-part="cautions" aria-labelledby={id}>
      <h2 id={id}>{tell("take-care")}</h2>
      <Listed texts={cautions.map((c) => c.words)} />
    </section>
  );
}

type CareProps = {
  cautions: Caution[];
  /** This person has not acknowledged them. */
  unread: boolean;
  /** They stand at an earlier job too. */
  repeated: boolean;
  onRead: () => void;
};

/** The cautions of a job: open until they were read, once, and always one tap away. */
export function Care({ cautions, unread, repeated, onRead }: CareProps) {
  const id = useId();
  const [person] = usePerson();
  const [shown, setShown] = useState(false);
  const open = (unread && !repeated) || shown;
  const folds = !unread || repeated;
  const count = cautions.length;
  const state = unread ? tell("as-above-not-read-yet-show", { count }) : tell("read-show-again", { count });
  return (
    <section className={`${view.ruled} ${css.job}`} data-tone="act" data-part="cautions" aria-labelledby={id}>
      <h3 id={id}>
        <Tell
          of="take-care-2"
          with={{
            folds: folds && (
              <Plain aria-expanded={shown} onClick={() => setShown(!shown)}>
                {shown ? tell("fold-away") : state}
              </Plain>
            ),
          }}
        />
      </h3>
      {open && <Listed texts={cautions.map((c) => c.words)} />}
      {unread && open && (
        <Button danger data-read onClick={onRead}>
          {person ? tell("read-by", { person }) : tell("i-have-read-this")}
        </Button>
      )}
    </section>
  );
}

type LeaveOutProps = { label: string; word: string; onLeave: (reason: string) => void };

/** Why a job is left out: it explains the months to come. */
export function LeaveOut({ label, word, onLeave }: LeaveOutProps) {
  const [reason, setReason] = useState("");
  return (
    <form
      className={css.leave}
      onSubmit={(e) => {
        e.preventDefault();
        onLeave(reason.trim());
      }}
    >
      <TextLine label={label} value={reason} max={MarkJob.reason.max} autoFocus onChange={setReason} />
      <Button htmlType="submit">{word}</Button>
    </form>
  );
}
