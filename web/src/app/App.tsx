import { MoonOutlined, SunOutlined } from "@ant-design/icons";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, ConfigProvider } from "antd";
import enGB from "antd/locale/en_GB";
import { lazy, Suspense, useEffect, useMemo } from "react";
import { Link, Navigate, Route, Routes, useLocation } from "react-router";
import { Bench } from "../features/bench/Bench";
import { useJudging } from "../features/settings";
import { Today } from "../features/tending";
import { TimerBar } from "../features/timers";
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
import view from "../ui/view.module.css";
import { Offline } from "./Offline";
import { Palette } from "./Palette";
import css from "./app.module.css";
import { usePlaceOnPage } from "./place";
import { rooms } from "./rooms";
import { apply, parts } from "./theme";

const PlantPage = lazy(() => import("../features/plant/PlantPage"));
const IntakeStep = lazy(() => import("../features/intake/IntakeStep"));
const LookStep = lazy(() => import("../features/looking/LookStep"));
const Overview = lazy(() => import("../features/plant/Overview"));
const UnpotStep = lazy(() => import("../features/looking/UnpotStep"));
const CauseStep = lazy(() => import("../features/causing/CauseStep"));
const Library = lazy(() => import("../features/library/Library"));
const RootsStep = lazy(() => import("../features/reading/RootsStep"));
const CleanStep = lazy(() => import("../features/cleaning/CleanStep"));
const PlanSheet = lazy(() => import("../features/cleaning/PlanSheet"));
const RoundsStep = lazy(() => import("../features/treating/RoundsStep"));
const DivideStep = lazy(() => import("../features/dividing/DivideStep"));
const CaseSheet = lazy(() => import("../features/history/CaseSheet"));
const HomeStep = lazy(() => import("../features/rehoming/HomeStep"));
const RaceView = lazy(() => import("../features/racing/RaceView"));
const DecideView = lazy(() => import("../features/rehoming/DecideView"));
const HouseView = lazy(() => import("../features/rehoming/HouseView"));
const DoView = lazy(() => import("../features/rehoming/DoView"));
const MixingBench = lazy(() => import("../features/mixing/MixingBench"));
const Places = lazy(() => import("../features/places/Places"));
const Evening = lazy(() => import("../features/tending/Evening"));
const Away = lazy(() => import("../features/tending/Away"));
const CareStep = lazy(() => import("../features/tending/CareStep"));
const ProgressStep = lazy(() => import("../features/tracking/ProgressStep"));
const Foresight = lazy(() => import("../features/tracking/Foresight"));
const House = lazy(() => import("../features/settings/House"));
const People = lazy(() => import("../features/people/People"));
const SignIn = lazy(() => import("../features/people/SignIn"));
const Contract = lazy(() => import("../features/contract/Contract"));

const WeightsView = lazy(() => import("../features/weighing/WeightsView"));
const BrokeView = lazy(() => import("../features/plant/BrokeView"));

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
    <ConfigProvider theme={theme} csp={{ nonce }} locale={enGB} {...parts}>
      <header className={`${view.line} ${css.top}`} data-part="top">
        <Link to="/" className={css.name}>
          Therapeon
        </Link>
        {known ? <SubNav label="Main" to={rooms} /> : <nav />}
        {known && <Palette onTurn={turn} />}
        <Button
          type="text"
          icon={night ? <SunOutlined /> : <MoonOutlined />}
          className={css.light}
          aria-label={night ? "Day light" : "Night light"}
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
          {known && (
            <Routes>
              <Route index element={<Today />} />
              <Route path="evening" element={<Evening />} />
              <Route path="away" element={<Away />} />
              <Route path="forecasts" element={<Foresight />} />
              <Route path="bench" element={<Bench />} />
              <Route path="plants/:plantID" element={<PlantPage />}>
                <Route index element={<Overview />} />
                <Route path="intake" element={<IntakeStep />} />
                <Route path="look" element={<LookStep />} />
                <Route path="unpot" element={<UnpotStep />} />
                <Route path="cause" element={<CauseStep />} />
                <Route path="roots" element={<RootsStep />} />
                <Route path="clean" element={<CleanStep />}>
                  <Route index element={<PlanSheet />} />
                  <Route path="rounds" element={<RoundsStep />} />
                  <Route path="divide" element={<DivideStep />} />
                </Route>
                <Route path="home" element={<HomeStep />}>
                  <Route index element={<RaceView />} />
                  <Route path="decide" element={<DecideView />} />
                  <Route path="house" element={<HouseView />} />
                  <Route path="do" element={<DoView />} />
                </Route>
                <Route path="care" element={<CareStep />} />
                <Route path="progress" element={<ProgressStep />} />
                <Route path="history" element={<CaseSheet />} />
                <Route path="weights" element={<WeightsView />} />
                <Route path="broke" element={<BrokeView />} />
              </Route>
              <Route path="mix" element={<MixingBench />} />
              <Route path="places" element={<Places />} />
              <Route path="library/:shelf?/:entry?" element={<Library />} />
              <Route path="settings" element={<House />} />
              <Route path="settings/people" element={<People />} />
              <Route path="join" element={<Navigate to="/" replace />} />
              <Route path="house" element={<Navigate to="/settings" replace />} />
              <Route path="contract" element={<Contract />} />
              <Route path="*" element={<Lost />} />
            </Routes>
          )}
        </Suspense>
      </Boundary>
      {known && <Legend />}
    </ConfigProvider>
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
      <h1>There is nothing here</h1>
      <p>
        The address leads nowhere. Everything you saved is still on the <Link to="/bench">bench</Link>.
      </p>
    </main>
  );
}
