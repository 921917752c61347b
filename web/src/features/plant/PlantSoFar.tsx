import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { RootBar } from "../../draw/RootBar";
import { RootFan } from "../../draw/fan/RootFan";
import { reading as readingQuery, rootKnowledge, settings } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { gradeWords, homeWords, percent, ranged, untilWords } from "../../lib/words";
import { Fold } from "../../ui/Fold";
import { Mark, Marked } from "../../ui/Mark";
import { Notice } from "../../ui/Notice";
import { Why } from "../../ui/Said";
import view from "../../ui/view.module.css";
import { pageOf } from "./AdviceLine";
import css from "./plant.module.css";
import { usePlant } from "./usePlant";

/** The step where an advice is followed. */
const stepWords: Record<string, string> = {
  look: "Look",
  unpot: "Unpot",
  roots: "Roots",
  causes: "Cause",
  cleaning: "Clean",
  rehome: "Re-home",
  places: "Re-home",
  aftercare: "Aftercare",
};

type Props = {
  children?: ReactNode;
  /** The step at hand, which says its own verdict. */
  without?: "look" | "causes";
};

/** What is known so far, beside every step: who, what is normal, each step's verdict, the drawing. */
export function PlantSoFar({ children, without }: Props) {
  const { plant: p } = usePlant();
  const { latest, looked } = p;
  const share = latest?.left?.viable_by_length ?? latest?.viable_by_length ?? { low: 0, point: 0, high: 0 };
  return (
    <aside className={view.soFar} aria-label="The plant so far">
      {children}
      <h2>The plant so far</h2>
      {(p.unreadable || looked?.unreadable || latest?.unreadable) && (
        <Notice is="alarm">{p.unreadable || looked?.unreadable || latest?.unreadable}</Notice>
      )}
      {p.advice && without !== "look" && (
        <p className={css.step}>
          <Link to={pageOf(p.id, p.advice)}>{stepWords[p.advice.page]}</Link> {p.advice.headline} {untilWords(p.advice)}
        </p>
      )}
      {without !== "causes" && looked?.cause && (
        <p className={css.step}>
          <Link to={`/plants/${p.id}/causes`}>Cause</Link> {looked.cause}
        </p>
      )}
      {p.home && (
        <p className={css.step}>
          <Link to={`/plants/${p.id}/rehome/jobs`}>Home</Link> {homeWords(p)}
        </p>
      )}
      {latest?.grade ? (
        <>
          <p data-part="so-far-grade">
            <b>{gradeWords[latest.grade]}</b>
            {latest.starved && " for its leaves"} <RootBar share={share} width={120} />{" "}
            {ranged(share.low, share.high, percent)}
            {latest.left &&
              `, ${latest.left.roots === 1 ? "1 root" : `${latest.left.roots || "no"} roots`} left after the cuts`}
          </p>
          <LatestFan id={latest.reading_id} plantID={p.id} />
          <Why>Roots read on {day(latest.read_on)}</Why>
        </>
      ) : (
        <p>
          Its roots have not been read yet. <Link to={`/plants/${p.id}/roots`}>Read them</Link>
        </p>
      )}
      <NormalForIt />
    </aside>
  );
}

function LatestFan({ id, plantID }: { id: number; plantID: number }) {
  const r = useQuery(readingQuery(id));
  if (!r.data) return null;
  return (
    <>
      {!r.data.left && (
        <p>
          <Link to={`/plants/${plantID}/roots`}>{r.data.verdict.headline}</Link>
        </p>
      )}
      <RootFan {...(r.data.left ?? { reading: r.data.reading, verdict: r.data.verdict })} height={150} small />
      {r.data.cut_list.cuts > 0 && (
        <p>
          <Link to={`/plants/${plantID}/cleaning`}>{r.data.cut_list.headline}</Link>
        </p>
      )}
    </>
  );
}

/** What is normal for the group, with where that comes from. */
export function NormalForIt() {
  const { plant: p, profile: g } = usePlant();
  const figures = useQuery(rootKnowledge).data?.figures;
  const house = useQuery(settings).data;
  const own = p.intake.root_class;
  return (
    <Fold summary="Normal for this plant">
      <p>
        <Marked text={g.about} />
      </p>
      <dl>
        <dt>Root colour</dt>
        <dd>
          {own
            ? own === "pale"
              ? "Pale, by your setting for this plant"
              : "Naturally brown, by your setting for this plant"
            : g.root_colour_dry.words}
          {!own && <Mark from={g.root_colour_dry} />}
        </dd>
        <dt>Wet</dt>
        <dd>
          <Marked text={g.root_colour_wet} />
        </dd>
        <dt>Greens on wetting</dt>
        <dd>
          <Marked text={g.greens_on_wetting} />
        </dd>
        <dt>Touch</dt>
        <dd>
          <Marked text={g.touch} />
        </dd>
        <dt>Aerial roots</dt>
        <dd>
          <Marked text={g.aerial_roots} />
        </dd>
        <dt>Being disturbed</dt>
        <dd>
          <Marked text={g.disturbance} />
        </dd>
        <dt>New roots</dt>
        <dd>
          <Marked text={g.roots_start} />
        </dd>
        <dt>Usual thickness</dt>
        <dd>
          {g.root_diameter_mm.value} mm
          <Mark from={g.root_diameter_mm} />
        </dd>
        {figures && (
          <>
            <dt>Cut margin</dt>
            <dd>
              {house?.cut_margin_mm ?? figures.cut_margin_mm.value} mm
              <Mark from={figures.cut_margin_mm} />
            </dd>
          </>
        )}
      </dl>
    </Fold>
  );
}
