import type { Foretold as Told, Progress } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { percent } from "../../lib/words";
import { Fold } from "../../ui/Fold";
import { Rows } from "../../ui/Rows";
import { Aside } from "../../ui/Said";
import { tell } from "../../words/forecast";

/** What was foretold of it, as it was when it was said, and what came of that. */
export function Foretold({ p }: { p: Progress }) {
  if (p.forecasts.length === 0) return null;
  const came = p.forecasts.filter((f) => f.truth.state === "came" && f.on);
  const inside = came.filter(within);
  return (
    <Fold
      id="foretold"
      summary={tell("what-was-foretold", { count: p.forecasts.length, came: came.length, within: inside.length })}
    >
      <Rows
        caption={tell("what-was-foretold-2")}
        rows={p.forecasts}
        keyOf={(f) => `${f.code} ${f.of ?? ""} ${f.made_on}`}
        data={(f) => ({ "data-forecast": f.code, "data-truth": f.truth.state })}
        columns={[
          { title: tell("what"), head: true, of: (f) => f.name },
          { title: tell("said-on"), of: (f) => day(f.made_on) },
          { title: tell("said"), of: saidOf },
          { title: tell("came"), of: cameOf },
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
        {tell("to", {
          soonon: day(f.soon_on ?? ""),
          lateon: day(f.late_on ?? ""),
          rests: f.rests === "table" ? tell("by-the-table") : tell("by-seen-of-it", { seen: f.seen }),
        })}
      </Aside>
    </>
  );
}

function cameOf(f: Told) {
  const { state, on } = f.truth;
  if (state === "waiting") return tell("waits");
  if (state === "void") return <Aside>{tell("can-no-longer-be-told")}</Aside>;
  if (!f.on) return state === "came" ? tell("it-was-this") : tell("it-was-not-this");
  return (
    <>
      {day(on ?? "")}{" "}
      <Aside>
        {within(f) ? tell("within-its-days") : (on ?? "") < (f.soon_on ?? "") ? tell("sooner") : tell("later")}
      </Aside>
    </>
  );
}
