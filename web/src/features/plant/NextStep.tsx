import { Link } from "react-router";
import type { Plant } from "../../lib/api/client";
import { untilWords } from "../../lib/words";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import { pageOf, doWords } from "./AdviceLine";
import css from "./plant.module.css";
import { stepsOf } from "./steps";

/** What comes after the step at hand: where its advice leads, else the next step that is open. */
export function NextStep({ plant: p, page }: { plant: Plant; page: string }) {
  const steps = stepsOf(p);
  const step = page.split("/")[0] ?? "";
  const at = steps.findIndex((s) => s.path === step);
  const open = steps.slice(at + 1).find((s) => s.is === "open");
  const a = p.advice;
  const to = steps.findIndex((s) => s.path === (a?.page === "places" ? "home" : a?.page));
  const passes = !!open && to > steps.indexOf(open); // it is not cleaned yet, say
  const leads = a && to !== at && !passes ? { to: pageOf(p.id, a), words: doWords[a.page] ?? "" } : undefined;
  const next = leads ?? (open && { to: `/plants/${p.id}/${open.path}`, words: open.name });
  return (
    <nav className={css.next} aria-label="What comes next" data-part="next-step">
      <Row words>
        {next ? (
          <span>
            Next: <Link to={next.to}>{next.words}</Link>
          </span>
        ) : (
          <span>Nothing more to do here.</span>
        )}
        <Aside>
          {a?.headline} {untilWords(a)}
        </Aside>
        <Link to="/">Back to the bench</Link>
      </Row>
    </nav>
  );
}
