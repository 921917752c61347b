import type { Settling, Standing as Stands } from "../lib/desk";
import { listed } from "../lib/words";
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
        <Notice is="trouble" aloud acts={<Plain onClick={onUndo}>Take the last entry back</Plain>}>
          The last entry was not saved. What you entered before it is safe. {s.faults.length === 0 && s.words}
          <Faults faults={s.faults} />
        </Notice>
      );
    case "conflict":
      return (
        <Notice
          is="trouble"
          aloud
          acts={
            <>
              {s.apart && <Plain onClick={() => onSettle("both")}>Keep both</Plain>}
              <Plain onClick={() => onSettle("theirs")}>Take what is there now</Plain>
              <Plain onClick={() => onSettle("mine")}>Put mine over it</Plain>
            </>
          }
        >
          {s.by?.length
            ? `${listed(s.by)} changed this ${what} meanwhile.`
            : `This ${what} was changed elsewhere meanwhile.`}{" "}
          Yours was not saved over it. {s.apart && "The two do not touch: both can be kept."}
          {s.changes.length > 0 && " What was changed:"}
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
  saved: "Saved",
  saving: "Saving",
  waiting: "Not saved yet",
  refused: "Not saved",
  conflict: "Not saved",
};

/** In a word, whether the last entry is safe. */
export function Saved({ standing: at }: { standing: Stands }) {
  return (
    <span className={css.saved} role="status" data-is={at.is}>
      {words[at.is]}
    </span>
  );
}
