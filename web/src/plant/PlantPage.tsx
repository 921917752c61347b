import { useQuery } from "@tanstack/react-query";
import { Spin } from "antd";
import { useEffect } from "react";
import { Link, NavLink, Outlet, useLocation, useOutletContext, useParams } from "react-router";
import type { Plant, Profile } from "../api/client";
import { groups, plant } from "../api/queries";
import { Boundary } from "../parts/Boundary";
import { Trouble } from "../parts/Trouble";
import { AdviceLine } from "./AdviceLine";
import { Apart } from "./Apart";
import { nameThePage } from "../timers/title";
import "./plant.css";
import { run } from "../parts/run";

type AtHand = { plant: Plant; profile: Profile };

/** The plant in hand and its group, for the steps. */
export const usePlant = () => useOutletContext<AtHand>();

const steps = [
  ["intake", "Intake"],
  ["look", "Look"],
  ["unpot", "Unpot"],
  ["roots", "Roots"],
  ["cause", "Cause"],
  ["clean", "Clean"],
  ["home", "Re-home"],
  ["progress", "Progress"],
] as const;

/** Pages whose own headline is the advice. */
function saysIt(pathname: string, advice: Plant["advice"]): boolean {
  const page = pathname.split("/").slice(3).join("/");
  if (page === "") return true;
  const inPot = ["look", "unpot", "cause"].includes(advice?.page ?? "");
  return page === "look" ? inPot : page === "home/decide" && !inPot;
}

/** One plant: its name, the strip of work, and the step at hand. */
export default function PlantPage() {
  const id = Number(useParams().plantID);
  const { pathname } = useLocation();
  const p = useQuery(plant(id));
  const kinds = useQuery(groups);
  const tag = p.data?.intake.tag;
  // Also the name of a printed page.
  useEffect(() => {
    if (tag) nameThePage(`${tag}, Therapeon`);
    return () => nameThePage("Therapeon");
  }, [tag]);
  const profile = kinds.data?.find((g) => g.code === p.data?.intake.group);
  if (!p.data || !profile) {
    const wrong = p.error ?? kinds.error;
    if (!wrong) return <Spin className="waiting" size="large" />;
    return (
      <main className="sheet">
        <Trouble error={wrong} again={() => run(Promise.all([p.refetch(), kinds.refetch()]))} />
      </main>
    );
  }
  return (
    <main className="plant">
      <div className="plant-head">
        <h1>
          <Link to={`/plants/${id}`}>{p.data.intake.tag}</Link>
        </h1>
        <span className="plant-group">{profile.name}</span>
        <Apart plant={p.data} />
        {p.data.archived_at && <span className="plant-apart">Off the bench</span>}
        <nav className="strip" aria-label="Steps for this plant">
          {steps.map(([path, words]) => (
            <NavLink key={path} to={path}>
              {words}
            </NavLink>
          ))}
        </nav>
        {!saysIt(pathname, p.data.advice) && <AdviceLine plantID={id} advice={p.data.advice} />}
      </div>
      <Boundary at={pathname}>
        <Outlet key={id} context={{ plant: p.data, profile } satisfies AtHand} />
      </Boundary>
    </main>
  );
}
