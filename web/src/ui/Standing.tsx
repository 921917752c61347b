import type { Settling, Standing as Stands } from "../lib/desk";
import { listed } from "../lib/words";
import { Tell, tell } from "../words/ui";
import { Faults } from "./Faults";
import { Notice } from "./Notice";
import { Plain } from "./Plain";
import css from "./standing.module.css";

type Props = {
  /** What was entered, such as “reading”. */
  what: string;
  standing: Stands;
  onSettle: (keep: Settling) => void;
  onUndo: () => void;
};

/** What to do when entries are not safe. */
export function Standing({ what, standing: s, onSettle, onUndo }: Props) {
  switch (s.is) {
    case "refused":
      return (
        <Notice is="trouble" aloud acts={<Plain onClick={onUndo}>{tell("take-the-last-entry-back")}</Plain>}>
          <Tell
            of="the-last-entry-was-not-saved"
            with={{ count: s.faults.length === 0 && s.words, faults: <Faults faults={s.faults} /> }}
          />
        </Notice>
      );
    case "conflict":
      return (
        <Notice
          is="trouble"
          aloud
          acts={
            <>
              {s.apart && <Plain onClick={() => onSettle("both")}>{tell("keep-both")}</Plain>}
              <Plain onClick={() => onSettle("theirs")}>{tell("take-what-is-there-now")}</Plain>
              <Plain onClick={() => onSettle("mine")}>{tell("put-mine-over-it")}</Plain>
            </>
          }
        >
          {s.by?.length
            ? tell("changed-this-meanwhile", { by: listed(s.by), what })
            : tell("this-was-changed-elsewhere", { what })}{" "}
          {tell("yours-was-not-saved-over-it")} {s.apart && tell("the-two-do-not-touch-both-can-be")}{" "}
          {s.changes.length > 0 && tell("what-was-changed")}
          <ul>
            {s.changes.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </Notice>
      );
    default:
      return null;
  }
}

const words = {
  saved: tell("saved"),
  saving: tell("saving"),
  waiting: tell("not-saved-yet"),
  refused: tell("not-saved"),
  conflict: tell("not-saved"),
};

/** In a word, whether the last entry is safe. */
export function Saved({ standing: at }: { standing: Stands }) {
  return (
    <span className={css.saved} role="status" data-is={at.is}>
      {words[at.is]}
    </span>
  );
}
