import { useQuery } from "@tanstack/react-query";
import type { Progress, Track } from "../../lib/api/client";
import { progressKnowledge } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { Rows } from "../../ui/Rows";
import { Aside, Why } from "../../ui/Said";

const tips: Record<string, string> = {
  growing: "growing",
  sealed: "sealed",
  still: "stands still",
  dry: "brown, dry and short",
  black: "black and wet",
};
const places: Record<string, string> = {
  air: "in the air",
  edge: "at the wall or surface",
  half: "half down",
  water: "at the water",
};
const arrivals: Record<string, string> = { wall: "At the wall", water: "At the water", established: "Established" };

/** Roots followed by name: how long, how fast against its group, and when each arrives. */
export function Followed({ p }: { p: Progress }) {
  const { pace } = p;
  const table = useQuery(progressKnowledge).data;
  if (p.tracks.length === 0) return null;
  const against = {
    slower: "slower than four in five of",
    usual: "as is usual for",
    faster: "faster than four in five of",
  };
  return (
    <section data-part="followed" aria-label="Roots followed by name">
      <h2>Roots followed</h2>
      {pace.roots > 0 && (
        <p data-part="pace">
          <b>{pace.mm_day.toFixed(1)} mm a day</b>
          {pace.low !== pace.high && ` (${pace.low.toFixed(1)} to ${pace.high.toFixed(1)})`}, the middle of{" "}
          {pace.roots === 1 ? "one root" : `${pace.roots} roots`}: {pace.against && against[pace.against]} its group,{" "}
          {pace.group_mm_day.toFixed(1)} ({pace.group_low.toFixed(1)} to {pace.group_high.toFixed(1)}).
        </p>
      )}
      <Rows
        caption="Roots followed"
        rows={p.tracks}
        keyOf={(t) => t.root}
        data={(t) => ({ "data-track": t.root, "data-lost": t.lost_on ? true : undefined })}
        columns={[
          { title: "Root", head: true, of: (t) => <Named t={t} /> },
          { title: "Length", of: lengthOf },
          { title: "A day", of: paceOf },
          { title: "Arrives", of: (t) => arrivesOf(t, p.day) },
        ]}
      />
      <Why>
        A pace has its interval of 95 % from {table?.interval_points.value ?? "some"} lengths on; before, it is a guess
        from the lengths there are. Arrivals are four times in five between their two days.
      </Why>
    </section>
  );
}

function Named({ t }: { t: Track }) {
  const said = [
    t.new ? "new" : "",
    t.lost_on ? `lost, ${day(t.lost_on)}` : (tips[t.tip ?? ""] ?? ""),
    t.lost_on ? "" : (places[t.at ?? ""] ?? ""),
    t.branched ? "branched" : "",
  ].filter(Boolean);
  return (
    <>
      {t.label} <Aside>{said.join(", ")}</Aside>
    </>
  );
}

function lengthOf(t: Track) {
  const last = t.points.at(-1);
  if (!last) return "";
  return (
    <>
      {Math.round(last.value)} mm{" "}
      <Aside>
        ± {Math.max(1, Math.round(2 * last.off))}, {day(last.on)}
      </Aside>
    </>
  );
}

function paceOf(t: Track) {
  const r = t.rate;
  if (!r || t.lost_on) return "";
  return (
    <>
      {r.a_day.toFixed(1)} mm{" "}
      <Aside>
        {r.interval ? `${r.low.toFixed(1)} to ${r.high.toFixed(1)}, ` : ""}
        {r.points} lengths
      </Aside>
    </>
  );
}

function arrivesOf(t: Track, today: string) {
  return t.arrives.map((a) => (
    <div key={a.at} data-arrives={a.at}>
      {a.on > today ? (
        <>
          {arrivals[a.at]} ({a.mm} mm) about <b>{day(a.on)}</b>{" "}
        </>
      ) : (
        <>
          {arrivals[a.at]} ({a.mm} mm) by now, look:{" "}
        </>
      )}
      <Aside>
        {day(a.soon_on)} to {day(a.late_on)}
      </Aside>
    </div>
  ));
}
