import { useQuery } from "@tanstack/react-query";
import type { Progress, Track } from "../../lib/api/client";
import { progressKnowledge } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { abreast, fixed } from "../../lib/words";
import { Rows } from "../../ui/Rows";
import { Aside, Why } from "../../ui/Said";
import { Tell, tell } from "../../words/progress";

const tips: Record<string, string> = {
  growing: tell("tip-growing"),
  sealed: tell("tip-sealed"),
  still: tell("stands-still"),
  dry: tell("brown-dry-and-short"),
  black: tell("black-and-wet"),
};
const places: Record<string, string> = {
  air: tell("in-the-air"),
  edge: tell("at-the-wall-or-surface"),
  half: tell("half-down"),
  water: tell("at-the-water"),
};
const arrivals: Record<string, string> = {
  wall: tell("at-the-wall"),
  water: tell("at-the-water-2"),
  established: tell("established"),
};

/** Roots followed by name: how long, how fast against its group, and when each arrives. */
export function Followed({ p }: { p: Progress }) {
  const { pace } = p;
  const table = useQuery(progressKnowledge).data;
  if (p.tracks.length === 0) return null;
  return (
    <section data-part="followed" aria-label={tell("roots-followed-by-name")}>
      <h2>{tell("roots-followed")}</h2>
      {pace.roots > 0 && (
        <p data-part="pace">
          <Tell
            of="mm-a-day-the-middle-of-its-group"
            with={{
              mmday: fixed(pace.mm_day, 1),
              range:
                pace.low === pace.high ? "none" : tell("to", { low: fixed(pace.low, 1), high: fixed(pace.high, 1) }),
              roots: pace.roots,
              against: pace.against ?? "",
              groupmmday: fixed(pace.group_mm_day, 1),
              grouplow: fixed(pace.group_low, 1),
              grouphigh: fixed(pace.group_high, 1),
            }}
            parts={{ b: <b /> }}
          />
        </p>
      )}
      <Rows
        caption={tell("roots-followed")}
        rows={p.tracks}
        keyOf={(t) => t.root}
        data={(t) => ({ "data-track": t.root, "data-lost": t.lost_on ? true : undefined })}
        columns={[
          { title: tell("root"), head: true, of: (t) => <Named t={t} /> },
          { title: tell("length"), of: lengthOf },
          { title: tell("a-day"), of: paceOf },
          { title: tell("arrives"), of: (t) => arrivesOf(t, p.day) },
        ]}
      />
      <Why>{tell("a-pace-has-its-interval-of-95", { intervalpoints: table?.interval_points.value })}</Why>
    </section>
  );
}

function Named({ t }: { t: Track }) {
  const said = [
    t.new && tell("new-root"),
    t.lost_on ? tell("lost-2", { loston: day(t.lost_on) }) : tips[t.tip ?? ""],
    !t.lost_on && places[t.at ?? ""],
    t.branched && tell("branched"),
  ];
  return (
    <>
      {t.label} <Aside>{abreast(said)}</Aside>
    </>
  );
}

function lengthOf(t: Track) {
  const last = t.points.at(-1);
  if (!last) return "";
  return (
    <>
      <Tell
        of="mm"
        with={{ last: Math.round(last.value), max: Math.max(1, Math.round(2 * last.off)), on: day(last.on) }}
        parts={{ aside: <Aside>{null}</Aside> }}
      />
    </>
  );
}

function paceOf(t: Track) {
  const r = t.rate;
  if (!r || t.lost_on) return "";
  return (
    <>
      {tell("mm-length", { length: fixed(r.a_day, 1) })}{" "}
      <Aside>
        {abreast([
          r.interval && tell("to-2", { low: fixed(r.low, 1), high: fixed(r.high, 1) }),
          tell("lengths", { points: r.points }),
        ])}
      </Aside>
    </>
  );
}

function arrivesOf(t: Track, today: string) {
  return t.arrives.map((a) => (
    <div key={a.at} data-arrives={a.at}>
      {a.on > today ? (
        <>
          <Tell of="mm-about" with={{ arrivals: arrivals[a.at], mm: a.mm, day: <b>{day(a.on)}</b> }} />{" "}
        </>
      ) : (
        <>
          <Tell of="mm-by-now-look" with={{ arrivals: arrivals[a.at], mm: a.mm }} />{" "}
        </>
      )}
      <Aside>{tell("to-3", { soonon: day(a.soon_on), lateon: day(a.late_on) })}</Aside>
    </div>
  ));
}
