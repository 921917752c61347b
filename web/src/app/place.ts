import { useEffect, useLayoutEffect, useRef } from "react";
import { useLocation, useNavigationType } from "react-router";

const PATIENCE_MS = 10_000;

/** Each view opens at its top, and comes back to its place only on Back. */
export function usePlaceOnPage() {
  const { key, pathname } = useLocation();
  const came = useNavigationType();
  const last = useRef({ pathname: "" });
  useEffect(() => {
    history.scrollRestoration = "manual";
  }, []);
  // Before the page is laid out anew: a place that it only fell back to is not noted.
  useLayoutEffect(() => {
    const name = `therapeon.place.${key}`;
    const moved = last.current.pathname !== pathname;
    last.current = { pathname };
    let stop = false;
    if (came === "POP") {
      const wanted = Number(sessionStorage.getItem(name) ?? 0);
      const until = performance.now() + PATIENCE_MS;
      // What was far down is there once its data have come.
      const go = () => {
        if (stop) return;
        window.scrollTo({ top: wanted, behavior: "instant" });
        if (Math.abs(window.scrollY - wanted) > 1 && performance.now() < until) requestAnimationFrame(go);
      };
      go();
    } else if (moved) window.scrollTo({ top: 0, behavior: "instant" });
    const leave = () => {
      stop = true; // the hand goes first
    };
    const note = () => sessionStorage.setItem(name, String(window.scrollY));
    window.addEventListener("wheel", leave, { passive: true });
    window.addEventListener("touchmove", leave, { passive: true });
    window.addEventListener("keydown", leave);
    window.addEventListener("scrollend", note);
    return () => {
      stop = true;
      window.removeEventListener("wheel", leave);
      window.removeEventListener("touchmove", leave);
      window.removeEventListener("keydown", leave);
      window.removeEventListener("scrollend", note);
    };
  }, [key, pathname, came]);
}
