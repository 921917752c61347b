import { useId, useState } from "react";
import type { Caution } from "../api/client";
import { Marked } from "../marks/Mark";
import { usePerson } from "./person";
import { TextLine } from "./TextLine";

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
  const words = cautions.length === 1 ? "Caution" : "Cautions";
  return (
    <section className="cautions job-care" aria-labelledby={id}>
      <h3 id={id}>
        Take care
        {folds && (
          <button type="button" className="plain" aria-expanded={shown} onClick={() => setShown(!shown)}>
            {shown ? "Fold away" : unread ? `${words} as above, not read yet. Show` : `${words} read. Show again`}
          </button>
        )}
      </h3>
      {open && (
        <ul>
          {cautions.map((c) => (
            <li key={c.code}>
              <Marked text={c.words} />
            </li>
          ))}
        </ul>
      )}
      {unread && open && (
        <button type="button" className="turned job-read" onClick={onRead}>
          {person ? `Read, by ${person}` : "I have read this"}
        </button>
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
      className="job-skip"
      onSubmit={(e) => {
        e.preventDefault();
        onLeave(reason.trim());
      }}
    >
      <TextLine label={label} value={reason} max={400} autoFocus onChange={setReason} />
      <button type="submit" className="turned">
        {word}
      </button>
    </form>
  );
}
