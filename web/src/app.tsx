import { ConfigProvider, Spin } from "antd";
import { lazy, Suspense, useCallback, useMemo, useSyncExternalStore } from "react";
import { Link, NavLink, Route, Routes, useLocation } from "react-router";
import { Bench } from "./bench/Bench";
import { Boundary, Broken } from "./parts/Boundary";
import { useJudging } from "./house/useJudging";
import { usePlaceOnPage } from "./parts/place";
import { apply } from "./theme";
import { TimerBar } from "./timers/TimerBar";

const PlantPage = lazy(() => import("./plant/PlantPage"));
const IntakeStep = lazy(() => import("./intake/IntakeStep"));
const LookStep = lazy(() => import("./look/LookStep"));
const Overview = lazy(() => import("./plant/Overview"));
const UnpotStep = lazy(() => import("./unpot/UnpotStep"));
const CauseStep = lazy(() => import("./cause/CauseStep"));
const Library = lazy(() => import("./library/Library"));
const RootsStep = lazy(() => import("./roots/RootsStep"));
const CleanStep = lazy(() => import("./clean/CleanStep"));
const PlanSheet = lazy(() => import("./clean/PlanSheet"));
const RoundsStep = lazy(() => import("./rounds/RoundsStep"));
const DivideStep = lazy(() => import("./divide/DivideStep"));
const CaseSheet = lazy(() => import("./sheet/CaseSheet"));
const HomeStep = lazy(() => import("./home/HomeStep"));
const RaceView = lazy(() => import("./race/RaceView"));
const DecideView = lazy(() => import("./home/DecideView"));
const HouseView = lazy(() => import("./home/HouseView"));
const DoView = lazy(() => import("./home/DoView"));
const MixingBench = lazy(() => import("./mix/MixingBench"));
const Places = lazy(() => import("./places/Places"));
const ProgressStep = lazy(() => import("./progress/ProgressStep"));
const House = lazy(() => import("./house/House"));
const Contract = lazy(() => import("./contract/Contract"));

const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? "";

/** The night version is the grow-room's: chosen by hand, else as the device has it. */
function useNight() {
  const stored = useSyncExternalStore(
    (told) => {
      window.addEventListener("storage", told);
      return () => window.removeEventListener("storage", told);
    },
    () => localStorage.getItem("therapeon.light"),
  );
  const night = stored ? stored === "night" : matchMedia("(prefers-color-scheme: dark)").matches;
  const turn = useCallback(() => {
    localStorage.setItem("therapeon.light", night ? "day" : "night");
    window.dispatchEvent(new StorageEvent("storage"));
  }, [night]);
  return { night, turn };
}

export function App() {
  const { night, turn } = useNight();
  const theme = useMemo(() => apply(night), [night]);
  const { pathname } = useLocation();
  usePlaceOnPage();
  useJudging();
  const waiting = <Spin className="waiting" size="large" />;
  return (
    <ConfigProvider theme={theme} csp={{ nonce }} button={{ autoInsertSpace: false }}>
      <header className="top">
        <Link to="/" className="name">
          Therapeon
        </Link>
        <nav aria-label="Main">
          <NavLink to="/" end>
            Bench
          </NavLink>
          <NavLink to="/mix">Mix</NavLink>
          <NavLink to="/places">Places</NavLink>
          <NavLink to="/library">Library</NavLink>
          <NavLink to="/house">House</NavLink>
        </nav>
        <button type="button" className="plain" onClick={turn}>
          {night ? "Day light" : "Night light"}
        </button>
        <TimerBar />
      </header>
      <Broken />
      <Boundary at={pathname}>
        <Suspense fallback={waiting}>
          <Routes>
            <Route index element={<Bench />} />
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
                <Route path="sheet" element={<CaseSheet />} />
              </Route>
              <Route path="home" element={<HomeStep />}>
                <Route index element={<RaceView />} />
                <Route path="decide" element={<DecideView />} />
                <Route path="house" element={<HouseView />} />
                <Route path="do" element={<DoView />} />
              </Route>
              <Route path="progress" element={<ProgressStep />} />
            </Route>
            <Route path="mix" element={<MixingBench />} />
            <Route path="places" element={<Places />} />
            <Route path="library" element={<Library />} />
            <Route path="house" element={<House />} />
            <Route path="contract" element={<Contract />} />
            <Route path="*" element={<Lost />} />
          </Routes>
        </Suspense>
      </Boundary>
    </ConfigProvider>
  );
}

function Lost() {
  return (
    <main className="sheet">
      <h1>There is nothing here</h1>
      <p>
        The address leads nowhere. Everything you saved is still on the <Link to="/">bench</Link>.
      </p>
    </main>
  );
}
