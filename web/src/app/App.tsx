import { DownOutlined, MoonOutlined, RightOutlined, SunOutlined } from "@ant-design/icons";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, ConfigProvider } from "antd";
import enGB from "antd/locale/en_GB";
import { lazy, Suspense, useEffect, useMemo } from "react";
import { Link, Navigate, Route, Routes, useLocation } from "react-router";
import { Bench } from "../features/bench/Bench";
import { useJudging } from "../features/settings";
import { TimerBar } from "../features/timers";
import { Today } from "../features/today";
import type { Me } from "../lib/api/client";
import { me } from "../lib/api/queries";
import { useNewDay } from "../lib/day";
import { useKept } from "../lib/kept";
import { listen } from "../lib/news";
import { run } from "../lib/run";
import { Boundary, Broken } from "../ui/Boundary";
import { Legend } from "../ui/Mark";
import { SubNav } from "../ui/SubNav";
import { Trouble } from "../ui/Trouble";
import { Waiting } from "../ui/Waiting";
import { drawn } from "../ui/drawn";
import view from "../ui/view.module.css";
import { Tell, tell } from "../words/app";
import { Moved, moved } from "./Moved";
import { Offline } from "./Offline";
import { Palette } from "./Palette";
import css from "./app.module.css";
import { usePlaceOnPage } from "./place";
import { rooms } from "./rooms";
import { apply, parts } from "./theme";

const PlantPage = lazy(() => import("../features/plant/PlantPage"));
const IntakeStep = lazy(() => import("../features/intake/IntakeStep"));
const LookStep = lazy(() => import("../features/look/LookStep"));
const Overview = lazy(() => import("../features/plant/Overview"));
const UnpotStep = lazy(() => import("../features/unpot/UnpotStep"));
const CausesStep = lazy(() => import("../features/causes/CausesStep"));
const Library = lazy(() => import("../features/library/Library"));
const RootsStep = lazy(() => import("../features/roots/RootsStep"));
const CleaningStep = lazy(() => import("../features/cleaning/CleaningStep"));
const PlanSheet = lazy(() => import("../features/cleaning/PlanSheet"));
const PestsStep = lazy(() => import("../features/pests/PestsStep"));
const DivisionStep = lazy(() => import("../features/division/DivisionStep"));
const CaseSheet = lazy(() => import("../features/history/CaseSheet"));
const RehomeStep = lazy(() => import("../features/rehome/RehomeStep"));
const RaceView = lazy(() => import("../features/race/RaceView"));
const PotOrHoldView = lazy(() => import("../features/rehome/PotOrHoldView"));
const PotView = lazy(() => import("../features/rehome/PotView"));
const JobsView = lazy(() => import("../features/rehome/JobsView"));
const MixingBench = lazy(() => import("../features/mixing/MixingBench"));
const Places = lazy(() => import("../features/places/Places"));
const Evening = lazy(() => import("../features/today/Evening"));
const Away = lazy(() => import("../features/today/Away"));
const AftercareStep = lazy(() => import("../features/aftercare/AftercareStep"));
const ProgressStep = lazy(() => import("../features/progress/ProgressStep"));
const Foresight = lazy(() => import("../features/forecast/Foresight"));
const House = lazy(() => import("../features/settings/House"));
const People = lazy(() => import("../features/people/People"));
const SignIn = lazy(() => import("../features/people/SignIn"));
const Contract = lazy(() => import("../features/contract/Contract"));

const WeightsView = lazy(() => import("../features/weights/WeightsView"));
const BrokeView = lazy(() => import("../features/history/BrokeView"));

const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? "";

/** The night version is the grow-room's: chosen by hand, else as the device has it. */
function useNight() {
  const [stored, keep] = useKept("therapeon.light");
  const night = stored ? stored === "night" : matchMedia("(prefers-color-scheme: dark)").matches;
  return { night, turn: () => keep(night ? "day" : "night") };
}

export function App() {
  const { night, turn } = useNight();
  const theme = useMemo(() => apply(night), [night]);
  const { pathname } = useLocation();
  const who = useQuery(me);
  const known = Boolean(who.data?.via);
  usePlaceOnPage();
  return (
    <ConfigProvider
      theme={theme}
      csp={{ nonce }}
      locale={enGB}
      {...parts}
      select={{ suffixIcon: <DownOutlined {...drawn} /> }}
      collapse={{
        ...parts.collapse,
        expandIcon: ({ isActive }) => <RightOutlined {...drawn} rotate={isActive ? 90 : 0} />,
      }}
    >
      <header className={`${view.line} ${css.top}`} data-part="top">
        <Link to="/" className={css.name}>
          {tell("therapeon")}
        </Link>
        {known ? <SubNav label={tell("main")} to={rooms} /> : <nav />}
        {known && <Palette onTurn={turn} />}
        <Button
          type="text"
          icon={night ? <SunOutlined {...drawn} /> : <MoonOutlined {...drawn} />}
          className={css.light}
          aria-label={night ? tell("day-light") : tell("night-light")}
          onClick={turn}
        />
        {known && <TimerBar />}
      </header>
      <Offline />
      <Broken />
      <Boundary at={pathname}>
        <Suspense fallback={<Waiting />}>
          {who.error && !who.data && <Trouble error={who.error} again={() => run(who.refetch())} />}
          {who.data && !known && <SignIn />}
          {who.data && known && <Following who={who.data} />}
          {known && <Rooms />}
        </Suspense>
      </Boundary>
      {known && <Legend />}
    </ConfigProvider>
  );
}

/** Every page, and where those are now that had another address. */
function Rooms() {
  return (
    <Routes>
      <Route index element={<Today />} />
      <Route path="today/evening" element={<Evening />} />
      <Route path="today/away" element={<Away />} />
      <Route path="forecast" element={<Foresight />} />
      <Route path="bench" element={<Bench />} />
      <Route path="plants/:plantID" element={<PlantPage />}>
        <Route index element={<Overview />} />
        <Route path="intake" element={<IntakeStep />} />
        <Route path="look" element={<LookStep />} />
        <Route path="unpot" element={<UnpotStep />} />
        <Route path="causes" element={<CausesStep />} />
        <Route path="roots" element={<RootsStep />} />
        <Route path="cleaning" element={<CleaningStep />}>
          <Route index element={<PlanSheet />} />
          <Route path="pests" element={<PestsStep />} />
          <Route path="division" element={<DivisionStep />} />
        </Route>
        <Route path="rehome" element={<RehomeStep />}>
          <Route index element={<RaceView />} />
          <Route path="pot-or-hold" element={<PotOrHoldView />} />
          <Route path="pot" element={<PotView />} />
          <Route path="jobs" element={<JobsView />} />
        </Route>
        <Route path="aftercare" element={<AftercareStep />} />
        <Route path="progress" element={<ProgressStep />} />
        <Route path="history" element={<CaseSheet />} />
        <Route path="weights" element={<WeightsView />} />
        <Route path="incidents" element={<BrokeView />} />
      </Route>
      <Route path="mixing" element={<MixingBench />} />
      <Route path="places" element={<Places />} />
      <Route path="library/:shelf?/:entry?" element={<Library />} />
      <Route path="settings" element={<House />} />
      <Route path="settings/people" element={<People />} />
      <Route path="join" element={<Navigate to="/" replace />} />
      {moved.map(([from, to]) => (
        <Route key={from} path={from} element={<Moved to={to} />} />
      ))}
      <Route path="contract" element={<Contract />} />
      <Route path="*" element={<Lost />} />
    </Routes>
  );
}

/** Follows what others change, what follows from the house, and the day. */
function Following({ who }: { who: Me }) {
  const cache = useQueryClient();
  const plant = Number(/^\/plants\/(\d+)/.exec(useLocation().pathname)?.[1] ?? 0);
  useJudging();
  useNewDay();
  const since = who.seq;
  useEffect(
    () => listen({ cache, plant, since, onEnd: () => run(cache.invalidateQueries({ queryKey: me.queryKey })) }),
    [cache, plant, since],
  );
  return null;
}

function Lost() {
  return (
    <main className={view.sheet}>
      <h1>{tell("there-is-nothing-here")}</h1>
      <p>
        <Tell of="the-address-leads-nowhere" parts={{ link: <Link to="/bench" /> }} />
      </p>
    </main>
  );
}
