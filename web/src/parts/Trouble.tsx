import { Refused } from "../api/client";

/** What went wrong, in words, and what to do next. */
export function Trouble({ error, again }: { error: unknown; again?: () => void }) {
  const refused = error instanceof Refused ? error : undefined;
  return (
    <div className="trouble" role="alert">
      <p>{error instanceof Error ? error.message : "Something broke on this page. What was saved is safe."}</p>
      {refused?.problem?.faults && (
        <ul>
          {refused.problem.faults.map((f) => (
            <li key={f.field}>
              {f.field}: {f.words}
            </li>
          ))}
        </ul>
      )}
      {refused?.problem?.changes && (
        <ul>
          {refused.problem.changes.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
      {again && (
        <button type="button" className="plain" onClick={again}>
          Try again
        </button>
      )}
    </div>
  );
}
