import type { Foretold as Told, Progress } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { percent } from "../../lib/words";
import { Fold } from "../../ui/Fold";
import { Rows } from "../../ui/Rows";
import { Aside } from "../../ui/Said";

/** What was foretold of it, as it was when it was said, and what came of that. */
export function Foretold({ p }: { p: Progress }) {
  if (p.forecasts.length === 0) return null;
  const came = p.forecasts.filter((f) => f.truth.state === "came" && f.on);
  const inside = came.filter(within);
  return (
    <Fold
      id="foretold"
      summary={`What was foretold: ${p.forecasts.length}${came.length > 0 ? `, of those that came ${inside.length} of ${came.length} within their days` : ""}`}
    >
      <Rows
        caption="What was foretold"
        rows={p.forecasts}
        keyOf={(f) => `${f.code} ${f.of ?? ""} ${f.made_on}`}
        data={(f) => ({ "data-forecast": f.code, "data-truth": f.truth.state })}
        columns={[
          { title: "What", head: true, of: (f) => f.name },
          { title: "Said on", of: (f) => day(f.made_on) },
          { title: "Said", of: saidOf },
          { title: "Came", of: cameOf },
        ]}
      />
    </Fold>
  );
}

const within = (f: Told) => (f.soon_on ?? "") <= (f.truth.on ?? "") && (f.truth.on ?? "") <= (f.late_on ?? "");

function saidOf(f: Told) {
  if (!f.on) return percent(f.chance ?? 0);
  return (
    <>
      {day(f.on)}{" "}
      <Aside>
        {day(f.soon_on ?? "")} to {day(f.late_on ?? "")},{" "}
        {f.rests === "table" ? "by the table" : `by ${f.seen} seen of it`}
      </Aside>
    </>
  );
}

function cameOf(f: Told) {
  const { state, on } = f.truth;
  if (state === "waiting") return "waits";
  if (state === "void") return <Aside>can no longer be told</Aside>;
  if (!f.on) return state === "came" ? "it was this" : "it was not this";
  return (
    <>
      {day(on ?? "")}{" "}
      <Aside>{within(f) ? "within its days" : (on ?? "") < (f.soon_on ?? "") ? "sooner" : "later"}</Aside>
    </>
  );
}
