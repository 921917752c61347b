import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from "react-router";
import type { Plant } from "../../lib/api/client";
import { groups, plant } from "../../lib/api/queries";
import { useKeys } from "../../lib/keyboard";
import { run } from "../../lib/run";
import { nameThePage } from "../../lib/title";
import { Boundary } from "../../ui/Boundary";
import { Term } from "../../ui/Term";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { tell } from "../../words/plant";
import { Company } from "../people";
import { AdviceLine } from "./AdviceLine";
import { Apart } from "./Apart";
import { Beside } from "./Beside";
import { NextStep } from "./NextStep";
import css from "./plant.module.css";
import { stepsOf } from "./steps";
import type { AtHand } from "./usePlant";

/** Pages whose own headline is the advice. */
function saysIt(page: string, advice: Plant["advice"]): boolean {
  if (page === "" || (page === "aftercare" && advice?.page === "aftercare")) return true;
  const inPot = ["look", "unpot", "causes"].includes(advice?.page ?? "") || advice?.code === "treat";
  return page === "look" ? inPot : page === "rehome/pot-or-hold" && !inPot && advice?.page !== "aftercare";
}

/** One plant: who it is, the strip of work, and the step at hand. */
export default function PlantPage() {
  const id = Number(useParams().plantID);
  const { pathname } = useLocation();
  const p = useQuery(plant(id));
  const kinds = useQuery(groups);
  const tag = p.data?.intake.tag;
  // Also the name of a printed page.
  useEffect(() => {
    if (tag) nameThePage(tell("therapeon", { tag }));
    return () => nameThePage("Therapeon");
  }, [tag]);
  const profile = kinds.data?.find((g) => g.code === p.data?.intake.group);
  if (!p.data || !profile) {
    const wrong = p.error ?? kinds.error;
    if (!wrong) return <Waiting />;
    return (
      <main className={view.sheet}>
        <Trouble error={wrong} again={() => run(Promise.all([p.refetch(), kinds.refetch()]))} />
      </main>
    );
  }
  const page = pathname.split("/").slice(3).join("/");
  return (
    <main className={css.plant} data-part="plant">
      <Head plant={p.data} group={profile.name} page={page} />
      <Boundary at={pathname}>
        <Outlet key={id} context={{ plant: p.data, profile } satisfies AtHand} />
      </Boundary>
      {page !== "" && <NextStep plant={p.data} page={page} />}
    </main>
  );
}

type HeadProps = { plant: Plant; group: string; page: string };

/** Who it is and where it is on its way; it stays in sight as one reads on. */
function Head({ plant: p, group, page }: HeadProps) {
  const go = useNavigate();
  const steps = stepsOf(p);
  const at = steps.findIndex((s) => s.path === page.split("/")[0]);
  const strip = useRef<HTMLElement>(null);
  // The step at hand stands in the middle of a strip that is wider than its screen.
  useEffect(() => {
    const step = strip.current?.children[at];
    if (!(step instanceof HTMLElement)) return;
    const all = step.parentElement;
    all?.scrollTo({ left: step.offsetLeft - all.offsetLeft - (all.clientWidth - step.clientWidth) / 2 });
  }, [at]);
  useKeys((key) => {
    const to = key === "[" ? Math.max(0, at - 1) : key === "]" ? Math.min(steps.length - 1, at + 1) : undefined;
    if (to === undefined) return false;
    run(Promise.resolve(go(`/plants/${p.id}/${steps[to]?.path ?? ""}`)));
    return true;
  });
  return (
    <>
      <div className={css.head} data-part="plant-head">
        <div className={css.who}>
          <h1>
            <Link to={`/plants/${p.id}`}>{p.intake.tag}</Link>
          </h1>
          <small>
            <Term shelf="groups" code={p.intake.group}>
              {group}
            </Term>
          </small>
          {p.archived_at && <span className={css.apart}>{tell("archived")}</span>}
          <Company />
          <Beside plantID={p.id} />
        </div>
        <nav className={css.strip} aria-label={tell("steps-for-this-plant")} ref={strip}>
          {steps.map((s) => (
            <NavLink key={s.path} to={s.path} data-is={s.is}>
              <span>{s.name}</span>
              <small>{s.came}</small>
            </NavLink>
          ))}
        </nav>
      </div>
      <Apart plant={p} />
      {!saysIt(page, p.advice) && <AdviceLine plantID={p.id} advice={p.advice} />}
    </>
  );
}
