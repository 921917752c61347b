import { Link } from "react-router";
import type { Plant } from "../../lib/api/client";
import { today } from "../../lib/dates";
import { labelOf } from "../../lib/papers";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Tell, tell } from "../../words/plant";
import { pageOf, doWords } from "./AdviceLine";
import css from "./plant.module.css";
import { stepsOf } from "./steps";

/** What comes after a step: where the plant's advice leads, else the next step that is open. Where it is
  followed at this very step, nothing does: one does not unpot what is first to be felt. */
export function nextOf(p: Plant, page: string): { to: string; words: string } | undefined {
  const steps = stepsOf(p);
  const at = steps.findIndex((s) => s.path === page.split("/")[0]);
  const open = steps.slice(at + 1).find((s) => s.is === "open");
  const a = p.advice;
  const to = steps.findIndex((s) => s.path === (a?.page === "places" ? "rehome" : a?.page));
  // It is not cleaned yet, say. What is treated in its pot waits for nothing.
  const passes = !!open && to > steps.indexOf(open) && a?.code !== "treat";
  const left = a?.kind === "leave" && (a.until_on ?? "") > today();
  if (left || (a && to === at)) return undefined;
  if (a && !passes) return { to: pageOf(p.id, a), words: doWords[a.page] ?? "" };
  return open && { to: `/plants/${p.id}/${open.path}`, words: open.name };
}

/** The way on from the step at hand. */
export function NextStep({ plant: p, page }: { plant: Plant; page: string }) {
  const a = p.advice;
  const next = nextOf(p, page);
  return (
    <nav className={css.next} aria-label={tell("what-comes-next")} data-part="next-step">
      <Row words>
        {next ? (
          <span>
            <Tell of="next" with={{ link: <Link to={next.to}>{next.words}</Link> }} />
          </span>
        ) : (
          !a && <span>{tell("nothing-more-to-do-here")}</span>
        )}
        <Aside>
          <Say of={a?.headline} /> <Say of={a?.until} />
        </Aside>
        <Link to={`/plants/${p.id}/weights`}>{tell("weigh-it")}</Link>
        <Link to={`/plants/${p.id}/incidents`}>{tell("something-broke")}</Link>
        <a href={labelOf([p.id], false)} target="_blank" rel="noreferrer">
          {tell("label-pdf")}
        </a>
        <Link to="/bench">{tell("back-to-the-bench")}</Link>
      </Row>
    </nav>
  );
}
