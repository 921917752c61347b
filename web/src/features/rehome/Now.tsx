import { useQuery } from "@tanstack/react-query";
import { SectionDrawing } from "../../draw/SectionDrawing";
import type { Home, Rehoming } from "../../lib/api/client";
import { houseMedia } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { labelOf, sheetOf } from "../../lib/papers";
import { figure } from "../../lib/words";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import view from "../../ui/view.module.css";
import css from "./rehome.module.css";

/** The home it has: since when, in which pot and mix, with its section. */
export function Now({ home: h, r, drawn }: { home: Home; r: Rehoming; drawn?: boolean }) {
  const known = useQuery(houseMedia).data?.components ?? [];
  const parts = (h.parts ?? []).map((p, _, all) => {
    const name = (known.find((c) => c.code === p.component)?.name ?? p.component).toLowerCase();
    return all.length > 1 ? `${figure(p.parts)} of ${name}` : name;
  });
  const pot = h.pot;
  return (
    <section className={view.ruled} data-part="now" data-tone="green" aria-label="Its home now">
      <p>
        <b>
          {h.name}
          {h.mix && h.mix.toLowerCase() !== h.name.toLowerCase() && ` (${h.mix.toLowerCase()})`}
        </b>{" "}
        since {day(h.from_on)}.{h.planned && " It was planned otherwise."} {h.note}
      </p>
      {drawn && pot && (
        <p>
          Pot: {figure(pot.top_mm)} mm wide, {figure(pot.height_mm)} mm high.
          {parts.length > 0 && ` Mix: ${parts.join(", ")}.`}
        </p>
      )}
      {drawn && r.stands && (
        <div className={css.narrow}>
          <SectionDrawing section={r.stands} wall={pot?.wall ?? "clear"} mix={h.mix ?? h.name} />
          <Why>
            Drawn from its pot, its mix and its roots as last read. The damp and the water are worked out, not seen.
          </Why>
        </div>
      )}
      {h.next_look_on && <p>Look at it on {day(h.next_look_on)}.</p>}
      <Row words>
        <a href={labelOf([r.plant_id], false)} target="_blank" rel="noreferrer">
          Label, PDF
        </a>
        <a href={sheetOf(r.plant_id)} target="_blank" rel="noreferrer">
          Case sheet, PDF
        </a>
      </Row>
    </section>
  );
}
