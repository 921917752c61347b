import { RootBar } from "../../draw/RootBar";
import type { Profile, Range, Reading, RootKnowledge, Verdict } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { area, gradeWords, length, percent, ranged } from "../../lib/words";
import { Facts } from "../../ui/Facts";
import { Fold } from "../../ui/Fold";
import { Mark, Marked } from "../../ui/Mark";
import { Lead, Why } from "../../ui/Said";
import css from "./roots.module.css";

type Props = { verdict: Verdict; knowledge?: RootKnowledge; profile: Profile; reading: Reading };

const range = (r: Range, write: (n: number) => string) => ranged(r.low, r.high, write);
const whole = (n: number) => String(Math.round(n));

/** What is left, answer first: the grade, then why, then the figures. */
export function VerdictPanel({ verdict: v, knowledge, profile, reading }: Props) {
  const t = v.totals;
  if (!v.grade.code) {
    if (t.dip) return <Lead>Weighed in water, not felt yet. Say how much of it is firm.</Lead>;
    return <Lead>Nothing read yet. The verdict appears with the first root.</Lead>;
  }
  const reason = v.rules[v.grade.reasons[0] ?? ""];
  const span = v.grade.low !== v.grade.high;
  return (
    <section data-part="verdict" aria-label="Verdict">
      <p className={css.grade} data-grade={v.grade.code}>
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
        <p>
          <RootBar share={t.viable_by_length} width={150} /> <b>{range(t.viable_by_length, percent)}</b> of the root
          length lives
        </p>
      )}
      {reason && (
        <Why>
          <Marked text={reason.words} />
        </Why>
      )}
      {v.pattern.words && (
        <p data-part="pattern">
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
        <p data-part="dip-area">
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
      <Fold summary="All figures">
        <Facts rows={more} />
        <Why>
          <Marked
            text={{
              ...profile.root_diameter_mm,
              value: `Areas and volumes use ${profile.root_diameter_mm.value} mm where the thickness was not measured.`,
            }}
          />
        </Why>
        {!!t.leaf_area_cm2 && knowledge && (
          <Why>
            <Marked
              text={{
                ...knowledge.figures.leaf_form_factor,
                value: `A leaf is taken as ${knowledge.figures.leaf_form_factor.value} of its length × width.`,
              }}
            />{" "}
            <Marked
              text={{
                ...profile.leaf_area_cm2,
                value: `One not measured counts as ${profile.leaf_area_cm2.value} cm².`,
              }}
            />
          </Why>
        )}
      </Fold>
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
    <p data-part="since">
      Since {day(p.read_on)}: {parts.filter(Boolean).join(", ")}.
    </p>
  );
}
