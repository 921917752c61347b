import { useQuery } from "@tanstack/react-query";
import { SectionDrawing } from "../../draw/SectionDrawing";
import type { Home, Rehoming } from "../../lib/api/client";
import { houseMedia } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { labelOf, sheetOf } from "../../lib/papers";
import { abreast, figure } from "../../lib/words";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/rehome";
import css from "./rehome.module.css";

/** The home it has: since when, in which pot and mix, with its section. */
export function Now({ home: h, r, drawn }: { home: Home; r: Rehoming; drawn?: boolean }) {
  const known = useQuery(houseMedia).data?.components ?? [];
  const parts = (h.parts ?? []).map((p, _, all) => {
    const name = known.find((c) => c.code === p.component)?.name ?? p.component;
    return all.length > 1 ? tell("of", { parts: figure(p.parts), name }) : name;
  });
  const pot = h.pot;
  return (
    <section className={view.ruled} data-part="now" data-tone="green" aria-label={tell("its-home-now")}>
      <p>
        <Tell
          of="since"
          with={{
            home: (
              <b>
                {h.name}
                {h.mix && h.mix !== h.name && ` (${h.mix})`}
              </b>
            ),
            fromon: day(h.from_on),
          }}
        />{" "}
        {h.planned && tell("it-was-planned-otherwise")} {h.note}
      </p>
      {drawn && pot && (
        <p>
          {tell("pot-mm-wide-mm-high", { topmm: figure(pot.top_mm), heightmm: figure(pot.height_mm) })}{" "}
          {parts.length > 0 && tell("mix", { parts: abreast(parts) })}
        </p>
      )}
      {drawn && r.stands && (
        <div className={css.narrow}>
          <SectionDrawing section={r.stands} wall={pot?.wall ?? "clear"} mix={h.mix ?? h.name} />
          <Why>{tell("drawn-from-its-pot-its-mix-and")}</Why>
        </div>
      )}
      {h.again && (
        <p>
          <Say of={h.again} />
        </p>
      )}
      <Row words>
        <a href={labelOf([r.plant_id], false)} target="_blank" rel="noreferrer">
          {tell("label-pdf")}
        </a>
        <a href={sheetOf(r.plant_id)} target="_blank" rel="noreferrer">
          {tell("case-sheet-pdf")}
        </a>
      </Row>
    </section>
  );
}
