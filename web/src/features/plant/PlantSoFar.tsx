import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { RootBar } from "../../draw/RootBar";
import { RootFan } from "../../draw/fan/RootFan";
import { reading as readingQuery, rootKnowledge, settings } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { Fold } from "../../ui/Fold";
import { Mark, Marked } from "../../ui/Mark";
import { Notice } from "../../ui/Notice";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/plant";
import { pageOf } from "./AdviceLine";
import css from "./plant.module.css";
import { usePlant } from "./usePlant";

/** The step where an advice is followed. */
const stepWords: Record<string, string> = {
  look: tell("look"),
  unpot: tell("unpot"),
  roots: tell("roots"),
  causes: tell("cause"),
  cleaning: tell("clean"),
  rehome: tell("re-home"),
  places: tell("re-home"),
  aftercare: tell("aftercare"),
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
    <aside className={view.soFar} aria-label={tell("the-plant-so-far")}>
      {children}
      <h2>{tell("the-plant-so-far")}</h2>
      {(p.unreadable || looked?.unreadable || latest?.unreadable) && (
        <Notice is="alarm">{p.unreadable || looked?.unreadable || latest?.unreadable}</Notice>
      )}
      {p.advice && without !== "look" && (
        <p className={css.step}>
          <Link to={pageOf(p.id, p.advice)}>{stepWords[p.advice.page]}</Link> <Say of={p.advice.headline} />{" "}
          <Say of={p.advice?.until} />
        </p>
      )}
      {without !== "causes" && looked?.cause && (
        <p className={css.step}>
          <Link to={`/plants/${p.id}/causes`}>{tell("cause")}</Link> <Say of={looked.cause} />
        </p>
      )}
      {p.home && (
        <p className={css.step}>
          <Link to={`/plants/${p.id}/rehome/jobs`}>{tell("home")}</Link> <Say of={p.home_words} />
        </p>
      )}
      {latest?.grade ? (
        <>
          <p data-part="so-far-grade">
            <RootBar share={share} width={120} /> <Say of={latest.words} />
          </p>
          <LatestFan id={latest.reading_id} plantID={p.id} />
          <Why>{tell("roots-read-on", { readon: day(latest.read_on) })}</Why>
        </>
      ) : (
        !p.archived_at && (
          <p>
            <Tell of="its-roots-have-not-been-read-yet" parts={{ link: <Link to={`/plants/${p.id}/roots`} /> }} />
          </p>
        )
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
          <Link to={`/plants/${plantID}/roots`}>
            <Say of={r.data.verdict.headline} />
          </Link>
        </p>
      )}
      <RootFan {...(r.data.left ?? { reading: r.data.reading, verdict: r.data.verdict })} height={150} small />
      {r.data.cut_list.cuts > 0 && (
        <p>
          <Link to={`/plants/${plantID}/cleaning`}>
            <Say of={r.data.cut_list.headline} />
          </Link>
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
    <Fold summary={tell("normal-for-this-plant")}>
      <p>
        <Marked text={g.about} />
      </p>
      <dl>
        <dt>{tell("root-colour")}</dt>
        <dd>
          {own
            ? own === "pale"
              ? tell("pale-by-your-setting-for-this")
              : tell("naturally-brown-by-your-setting")
            : g.root_colour_dry.words}
          {!own && <Mark from={g.root_colour_dry} />}
        </dd>
        <dt>{tell("wet")}</dt>
        <dd>
          <Marked text={g.root_colour_wet} />
        </dd>
        <dt>{tell("greens-on-wetting")}</dt>
        <dd>
          <Marked text={g.greens_on_wetting} />
        </dd>
        <dt>{tell("touch")}</dt>
        <dd>
          <Marked text={g.touch} />
        </dd>
        <dt>{tell("aerial-roots")}</dt>
        <dd>
          <Marked text={g.aerial_roots} />
        </dd>
        <dt>{tell("being-disturbed")}</dt>
        <dd>
          <Marked text={g.disturbance} />
        </dd>
        <dt>{tell("new-roots")}</dt>
        <dd>
          <Marked text={g.roots_start} />
        </dd>
        <dt>{tell("usual-thickness")}</dt>
        <dd>
          {g.root_diameter_mm.value} mm
          <Mark from={g.root_diameter_mm} />
        </dd>
        {figures && (
          <>
            <dt>{tell("cut-margin")}</dt>
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
