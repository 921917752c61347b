import { Refused } from "../api/client";

/** What went wrong, in words, and what to do next. */
export function Trouble({ error, again }: { error: unknown; again?: () => void }) {
  const refused = error instanceof Refused ? error : undefined;
  const { theirs = [], yours = [], changes } = refused?.problem ?? {};
  const both = [...theirs, ...yours]; // what each changed, where that can still be told
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
      {changes && (
        <>
          {both.length === 0 && <p>How what is there now differs from yours:</p>}
          <ul>
            {(both.length > 0 ? both : changes).map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </>
      )}
      {again && (
        <button type="button" className="plain" onClick={again}>
          Try again
        </button>
      )}
    </div>
  );
}
