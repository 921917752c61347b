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
    let grows: ResizeObserver | undefined;
    if (came === "POP") {
      const wanted = Number(sessionStorage.getItem(name) ?? 0);
      const until = performance.now() + PATIENCE_MS;
      let at = window.scrollY;
      // What was far down is there once its data have come. Whatever else scrolls the page goes first.
      const go = () => {
        const end = document.documentElement.scrollHeight - window.innerHeight;
        const elsewhere = Math.abs(window.scrollY - at) > 1 && window.scrollY < end - 1;
        if (stop || elsewhere || performance.now() > until) return grows?.disconnect();
        window.scrollTo({ top: wanted, behavior: "instant" });
        at = window.scrollY;
      };
      go();
      grows = new ResizeObserver(go);
      grows.observe(document.body);
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
      grows?.disconnect();
      window.removeEventListener("wheel", leave);
      window.removeEventListener("touchmove", leave);
      window.removeEventListener("keydown", leave);
      window.removeEventListener("scrollend", note);
    };
  }, [key, pathname, came]);
}
