import { Refused } from "../lib/api/client";
import { useSilent } from "../lib/silence";
import { tell } from "../words/ui";
import { Faults } from "./Faults";
import { Notice } from "./Notice";
import { Plain } from "./Plain";

/** What went wrong, in words, and what to do next. */
export function Trouble({ error, again }: { error: unknown; again?: () => void }) {
  const silent = useSilent();
  const refused = error instanceof Refused ? error : undefined;
  const { theirs = [], yours = [], changes } = refused?.problem ?? {};
  const both = [...theirs, ...yours]; // what each changed, where that can still be told
  if (silent && refused && !refused.problem) return null; // it is said at the head of the page
  return (
    <Notice is="trouble" aloud acts={again && <Plain onClick={again}>{tell("try-again")}</Plain>}>
      {error instanceof Error ? error.message : tell("something-broke-on-this-page")}
      {refused?.problem?.faults && <Faults faults={refused.problem.faults} />}
      {changes && (
        <>
          {both.length === 0 && <p>{tell("how-what-is-there-now-differs")}</p>}
          <ul>
            {(both.length > 0 ? both : changes).map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </>
      )}
    </Notice>
  );
}
