import type { Standing as Stands } from "./desk";

type Props = {
  /** What was entered, such as “reading”. */
  what: string;
  standing: Stands;
  onSettle: (keep: "theirs" | "mine") => void;
  onUndo: () => void;
};

/** What to do when entries are not safe. */
export function Standing({ what, standing: s, onSettle, onUndo }: Props) {
  switch (s.is) {
    case "waiting":
      return (
        <div className="trouble" role="status">
          <p>
            Therapeon does not answer. Your entries are kept in this browser and saved as soon as it does. Until then
            what is worked out from them stays as it was.
          </p>
        </div>
      );
    case "refused":
      return (
        <div className="trouble" role="alert">
          <p>The last entry was not saved. What you entered before it is safe. {s.faults.length === 0 && s.words}</p>
          <ul>
            {s.faults.map((f) => (
              <li key={f.field}>
                {f.field.replace(/^(reading|intake|inspection)\./, "").replaceAll("_", " ")}: {f.words}
              </li>
            ))}
          </ul>
          <button type="button" className="plain" onClick={onUndo}>
            Take the last entry back
          </button>
        </div>
      );
    case "conflict":
      return (
        <div className="trouble" role="alert">
          <p>
            This {what} was changed elsewhere meanwhile. Yours was not saved over it.
            {s.changes.length > 0 && " How what is there now differs from yours:"}
          </p>
          <ul>
            {s.changes.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
          <button type="button" className="plain" onClick={() => onSettle("theirs")}>
            Take what is there now
          </button>
          <button type="button" className="plain" onClick={() => onSettle("mine")}>
            Put mine over it
          </button>
        </div>
      );
    default:
      return null;
  }
}

/** In a word, whether the last entry is safe. */
export function Saved({ standing: s }: { standing: Stands }) {
  const words = {
    saved: "Saved",
    saving: "Saving",
    waiting: "Not saved yet",
    refused: "Not saved",
    conflict: "Not saved",
  };
  return (
    <span className="saved" role="status" data-is={s.is}>
      {words[s.is]}
    </span>
  );
}
