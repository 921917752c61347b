import type { DeskState } from "./desk";

type Props = { standing: DeskState["standing"]; onSettle: (keep: "theirs" | "mine") => void; onUndo: () => void };

/** Whether the entries are safe, and what to do when they are not. */
export function Standing({ standing: s, onSettle, onUndo }: Props) {
  switch (s.is) {
    case "waiting":
      return (
        <div className="trouble" role="status">
          <p>Therapeon does not answer. Your entries are kept in this browser and saved as soon as it does.</p>
        </div>
      );
    case "refused":
      return (
        <div className="trouble" role="alert">
          <p>The last entry was not saved. {s.words}</p>
          <ul>
            {s.faults.map((f) => (
              <li key={f.field}>
                {f.field.replace(/^reading\./, "")}: {f.words}
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
          <p>This reading was changed elsewhere while you entered roots. Yours was not saved over it.</p>
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
