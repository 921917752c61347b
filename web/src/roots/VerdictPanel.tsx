import type { Profile, Range, Reading, RootKnowledge, Verdict } from "../api/client";
import { Mark, Marked } from "../marks/Mark";
import { Facts } from "../parts/Facts";
import { RootBar } from "../parts/RootBar";
import { area, day, gradeWords, length, percent, ranged } from "../words";

type Props = { verdict: Verdict; knowledge?: RootKnowledge; profile: Profile; reading: Reading };

const range = (r: Range, write: (n: number) => string) => ranged(r.low, r.high, write);
const whole = (n: number) => String(Math.round(n));

/** What is left, answer first: the grade, then why, then the figures. */
export function VerdictPanel({ verdict: v, knowledge, profile, reading }: Props) {
  const t = v.totals;
  if (!v.grade.code) {
    if (t.dip) return <p className="lead">Weighed in water, not felt yet. Say how much of it is firm.</p>;
    return <p className="lead">Nothing read yet. The verdict appears with the first root.</p>;
  }
  const reason = v.rules[v.grade.reasons[0] ?? ""];
  const span = v.grade.low !== v.grade.high;
  return (
    <section className="verdict" aria-label="Verdict">
      <p className="grade" data-grade={v.grade.code}>
        {gradeWords[v.grade.code]}
        {v.grade.starved && <small> for its leaves</small>}
      </p>
      {span && (
        <p>
          Between {gradeWords[v.grade.low]?.toLowerCase()} and {gradeWords[v.grade.high]?.toLowerCase()}, until the
          doubtful roots are tested.
        </p>
      )}
      {(v.roots.length > 0 || t.dip) && (
        <p className="share">
          <RootBar share={t.viable_by_length} width={150} /> <b>{range(t.viable_by_length, percent)}</b> of the root
          length lives
        </p>
      )}
      {reason && (
        <p className="why">
          <Marked text={reason.words} />
        </p>
      )}
      {v.pattern.words && (
        <p className="pattern">
          {v.pattern.words}
          {knowledge && (
            <Mark from={knowledge.figures.lost_share}>
              <p>
                A place counts as lost from {percent(knowledge.figures.lost_share.value)} dead, as sound up to{" "}
                {percent(knowledge.figures.sound_share.value)}. The loss runs back from the tips when{" "}
                {percent(knowledge.figures.tip_loss_share.value)} of the roots with loss live at the base, from{" "}
                {knowledge.figures.tip_loss_roots.value} such roots on.
              </p>
            </Mark>
          )}
        </p>
      )}
      {t.dip && (
        <p className="dip-area">
          Living root, weighed in water: <b>{range(t.live_area_cm2, area)}</b>
        </p>
      )}
      {v.roots.length > 0 && <Figures {...{ t, profile, knowledge }} />}
      {reading.previous && <SinceLast reading={reading} />}
    </section>
  );
}

type OfFigures = { t: Verdict["totals"]; profile: Profile; knowledge?: RootKnowledge };

function Figures({ t, profile, knowledge }: OfFigures) {
  const rows: [string, string][] = [
    ["Roots with life", `${range(t.live_roots, whole)} of ${t.live.roots + t.doubtful.roots + t.dead.roots}`],
    ["Living length", range(t.live_length_mm, length)],
    ["Growing tips", range(t.tips, whole)],
    ["Wounds", whole(t.wounds)],
    ["Living length cut", range(t.lost_mm, length)],
  ];
  const more: [string, string][] = [
    ["Living area", range(t.live_area_cm2, area)],
    ["Living share by area", range(t.viable_by_area, percent)],
    ["Living volume", `${t.live.volume_cm3.toFixed(1)} cm³`],
    ["Dead length", length(t.dead.length_mm)],
    ["Sealed tips", whole(t.sealed_tips)],
    ["Anchors", whole(t.anchors)],
  ];
  if (t.leaf_area_cm2) {
    more.push(["Leaf area", area(t.leaf_area_cm2)]);
    more.push(["Living root per cm² of leaf", range(t.mm_per_leaf_cm2, (n) => `${n.toFixed(1)} mm`)]);
  }
  return (
    <>
      <Facts rows={rows} />
      <details className="normal">
        <summary>All figures</summary>
        <Facts rows={more} />
        <p className="why">
          Areas and volumes use {profile.root_diameter_mm.value} mm where the thickness was not measured
          <Mark from={profile.root_diameter_mm} />
        </p>
        {!!t.leaf_area_cm2 && knowledge && (
          <p className="why">
            A leaf is taken as {knowledge.figures.leaf_form_factor.value} of its length × width
            <Mark from={knowledge.figures.leaf_form_factor} />, one not measured as {profile.leaf_area_cm2.value} cm²
            <Mark from={profile.leaf_area_cm2} />
          </p>
        )}
      </details>
    </>
  );
}

function SinceLast({ reading }: { reading: Reading }) {
  const p = reading.previous;
  if (!p) return null;
  const s = p.since;
  const parts = [
    `${length(s.grown_mm)} grown`,
    s.new_roots > 0 && `${s.new_roots} new`,
    s.gone_roots > 0 && `${s.gone_roots} no longer listed`,
    `${s.tips_before} growing tips then, ${s.tips_now} now`,
  ];
  return (
    <p className="since">
      Since {day(p.read_on)}: {parts.filter(Boolean).join(", ")}.
    </p>
  );
}
