import { RootBar } from "../../draw/RootBar";
import type { Profile, Range, Reading, RootKnowledge, Verdict } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { abreast, area, fixed, gradeOf, gradeWords, length, percent, ranged } from "../../lib/words";
import { Facts } from "../../ui/Facts";
import { Fold } from "../../ui/Fold";
import { Mark, Marked } from "../../ui/Mark";
import { Lead, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Tell, tell } from "../../words/roots";
import css from "./roots.module.css";

type Props = { verdict: Verdict; knowledge?: RootKnowledge; profile: Profile; reading: Reading };

const range = (r: Range, write: (n: number) => string) => ranged(r.low, r.high, write);
const whole = (n: number) => String(Math.round(n));

/** What is left, answer first: the grade, then why, then the figures. */
export function VerdictPanel({ verdict: v, knowledge, profile, reading }: Props) {
  const t = v.totals;
  if (!v.grade.code) {
    if (t.dip) return <Lead>{tell("weighed-in-water-not-felt-yet")}</Lead>;
    return <Lead>{tell("nothing-read-yet-the-verdict")}</Lead>;
  }
  const reason = v.rules[v.grade.reasons[0] ?? ""];
  const span = v.grade.low !== v.grade.high;
  return (
    <section data-part="verdict" aria-label={tell("verdict")}>
      <p className={css.grade} data-grade={v.grade.code}>
        {tell("as-found", { grade: gradeOf(v.grade.code, v.grade.for_leaves) })}
      </p>
      {span && (
        <p>
          <Tell
            of="between-and-until-the-doubtful"
            with={{
              low: gradeWords[v.grade.low],
              high: gradeWords[v.grade.high],
            }}
          />
        </p>
      )}
      {(v.roots.length > 0 || t.dip) && (
        <p>
          <Tell
            of="of-the-root-length-lives"
            with={{
              bar: <RootBar share={t.viable_by_length} width={150} />,
              share: <b>{range(t.viable_by_length, percent)}</b>,
            }}
          />
        </p>
      )}
      {reason && (
        <Why>
          <Marked text={reason.words} />
        </Why>
      )}
      {v.pattern.words.text && (
        <p data-part="pattern">
          <Say of={v.pattern.words} />
          {knowledge && (
            <Mark from={knowledge.figures.lost_share}>
              <p>
                {tell("a-place-counts-as-lost-from-dead", {
                  lostshare: percent(knowledge.figures.lost_share.value),
                  soundshare: percent(knowledge.figures.sound_share.value),
                  tiplossshare: percent(knowledge.figures.tip_loss_share.value),
                  tiplossroots: knowledge.figures.tip_loss_roots.value,
                })}
              </p>
            </Mark>
          )}
        </p>
      )}
      {t.dip && (
        <p data-part="dip-area">
          <Tell of="living-root-weighed-in-water" with={{ length: <b>{range(t.live_area_cm2, area)}</b> }} />
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
    [
      tell("roots-with-life"),
      tell("of", { range: range(t.live_roots, whole), roots: t.live.roots + t.doubtful.roots + t.dead.roots }),
    ],
    [tell("living-length"), range(t.live_length_mm, length)],
    [tell("growing-tips"), range(t.tips, whole)],
    [tell("wounds"), whole(t.wounds)],
    [tell("living-length-cut"), range(t.lost_mm, length)],
  ];
  const more: [string, string][] = [
    [tell("living-area"), range(t.live_area_cm2, area)],
    [tell("living-share-by-area"), range(t.viable_by_area, percent)],
    [tell("living-volume"), `${fixed(t.live.volume_cm3, 1)} cm³`],
    [tell("dead-length"), length(t.dead.length_mm)],
    [tell("sealed-tips"), whole(t.sealed_tips)],
    [tell("anchors"), whole(t.anchors)],
  ];
  if (t.leaf_area_cm2) {
    more.push([tell("leaf-area"), area(t.leaf_area_cm2)]);
    more.push([tell("living-root-per-cm-of-leaf"), range(t.mm_per_leaf_cm2, (n) => `${fixed(n, 1)} mm`)]);
  }
  return (
    <>
      <Facts rows={rows} />
      <Fold summary={tell("all-figures")}>
        <Facts rows={more} />
        <Why>
          <Marked
            text={{
              ...profile.root_diameter_mm,
              value: tell("areas-and-volumes-use-mm-where", { rootdiametermm: profile.root_diameter_mm.value }),
            }}
          />
        </Why>
        {!!t.leaf_area_cm2 && knowledge && (
          <Why>
            <Marked
              text={{
                ...knowledge.figures.leaf_form_factor,
                value: tell("a-leaf-is-taken-as-of-its-length", {
                  leafformfactor: knowledge.figures.leaf_form_factor.value,
                }),
              }}
            />{" "}
            <Marked
              text={{
                ...profile.leaf_area_cm2,
                value: tell("one-not-measured-counts-as-cm", { leafareacm2: profile.leaf_area_cm2.value }),
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
    tell("grown", { grownmm: length(s.grown_mm) }),
    s.new_roots > 0 && tell("new", { newroots: s.new_roots }),
    s.gone_roots > 0 && tell("no-longer-listed", { goneroots: s.gone_roots }),
    tell("growing-tips-then-now", { tipsbefore: s.tips_before, tipsnow: s.tips_now }),
  ];
  return <p data-part="since">{tell("since", { readon: day(p.read_on), what: abreast(parts) })}</p>;
}
