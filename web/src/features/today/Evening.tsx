import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import type { Crate } from "../../lib/api/client";
import { evening as limits } from "../../lib/api/fields";
import { todayKnowledge, evening } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { run } from "../../lib/run";
import { figure, listed } from "../../lib/words";
import { Between } from "../../ui/Between";
import { Figure } from "../../ui/Figure";
import { Listed, Mark, Marked } from "../../ui/Mark";
import { Row } from "../../ui/Row";
import { Aside, Headline, Lead, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { tell } from "../../words/today";
import { pageOf } from "../plant";
import { TakeIn } from "./TakeIn";
import { TodayNav } from "./TodayNav";

/** Many plants at once: which tonight, which can stand and how, and what to have ready. */
export default function Evening() {
  const [search, setSearch] = useSearchParams();
  const usual = useQuery(todayKnowledge).data?.evening.minutes;
  const minutes = Number(search.get("minutes")) || usual?.value;
  const found = useQuery({ ...evening(minutes ?? 0), enabled: minutes !== undefined });
  const e = found.data;
  return (
    <main className={view.sheet} data-part="evening">
      <h1>{tell("an-evenings-crates")}</h1>
      <TodayNav />
      <Lead>{tell("every-plant-that-wants-something")}</Lead>
      <Row>
        <Figure
          {...limits.minutes}
          value={minutes}
          by={15}
          onChange={(m) => setSearch(m ? { minutes: String(m) } : {}, { replace: true })}
        />
        {usual && !search.has("minutes") && <Mark from={usual} />}
      </Row>
      <TakeIn />
      {found.error && !e && <Trouble error={found.error} again={() => run(found.refetch())} />}
      {!e && !found.error && <Waiting />}
      {e && (
        <>
          <Headline role="status">{headline(e.tonight.length, e.takes, e.waits.length).join(" ")}</Headline>
          {e.saves > 0.005 && <Why>{tell("against-taking-them-as-they-came", { saves: figure(e.saves, 2) })}</Why>}
          {e.tonight.length > 0 && <h2>{tell("tonight")}</h2>}
          <ol className={view.rows} data-part="tonight">
            {e.tonight.map((c, i) => (
              <Tonight
                key={c.plant_id}
                c={c}
                first={!!c.suspect && !e.tonight[i - 1]?.suspect}
                mixed={c.mix !== e.tonight[i - 1]?.mix}
              />
            ))}
          </ol>
          {e.ready.length > 0 && (
            <section data-part="ready" aria-label={tell("have-ready")}>
              <h2>{tell("buy-soak-have-ready")}</h2>
              <ul>
                {e.ready.map((r) => (
                  <li key={r.do.text}>
                    <b>
                      <Say of={r.do} />
                    </b>{" "}
                    <Aside>{tell("for", { tags: listed(r.tags) })}</Aside>
                    <Listed texts={r.how} />
                  </li>
                ))}
              </ul>
            </section>
          )}
          {e.waits.length > 0 && (
            <section data-part="waits" aria-label={tell("these-can-stand")}>
              <h2>{tell("these-can-stand")}</h2>
              <ul className={view.rows}>
                {e.waits.map((c) => (
                  <li key={c.plant_id} className={view.ruled} data-tone={c.late ? "act" : "umber"}>
                    <Link to={at(c)}>{c.tag}</Link> {c.by && <b>{tell("till", { by: day(c.by) })}</b>}{" "}
                    <Marked text={c.danger.how} />
                  </li>
                ))}
              </ul>
            </section>
          )}
        </>
      )}
    </main>
  );
}

const headline = (tonight: number, takes: number, waits: number) => {
  if (tonight + waits === 0) return [tell("nothing-waits-at-the-bench")];
  const now = tell("tonight-about-minutes", { tonight, takes: Math.round(takes) });
  return waits === 0 ? [now] : [now, tell("can-stand", { waits })];
};

const at = (c: Crate) => pageOf(c.plant_id, { page: c.page });

/** A plant of tonight: what presses, what is done, and what it goes into. */
function Tonight({ c, first, mixed }: { c: Crate; first: boolean; mixed: boolean }) {
  return (
    <>
      {first && (
        <li>
          <Between turn="suspect" />
        </li>
      )}
      <li className={view.ruled} data-tone={c.danger.waits.value < 1 ? "act" : "green"} data-crate={c.plant_id}>
        <Link to={at(c)}>{c.tag}</Link> <b>{c.danger.name.value}.</b> <Say of={c.does} />{" "}
        <Aside>
          {[
            tell("min", { minutes: figure(c.danger.minutes.value, 0) }),
            c.mix && mixed && tell("into", { mix: c.mix }),
            c.place,
          ]
            .filter(Boolean)
            .join(" · ")}
        </Aside>
        <Mark from={c.danger.loses} />
      </li>
    </>
  );
}
