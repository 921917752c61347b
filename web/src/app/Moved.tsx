import { generatePath, Navigate, useLocation, useParams } from "react-router";

/** Addresses that the page had before, and where each lies now: printed labels and bookmarks go on leading there. */
export const moved = [
  ["/plants/:plantID/cause", "/plants/:plantID/causes"],
  ["/plants/:plantID/clean", "/plants/:plantID/cleaning"],
  ["/plants/:plantID/clean/rounds", "/plants/:plantID/cleaning/pests"],
  ["/plants/:plantID/clean/divide", "/plants/:plantID/cleaning/division"],
  ["/plants/:plantID/home", "/plants/:plantID/rehome"],
  ["/plants/:plantID/home/decide", "/plants/:plantID/rehome/pot-or-hold"],
  ["/plants/:plantID/home/house", "/plants/:plantID/rehome/pot"],
  ["/plants/:plantID/home/do", "/plants/:plantID/rehome/jobs"],
  ["/plants/:plantID/care", "/plants/:plantID/aftercare"],
  ["/plants/:plantID/broke", "/plants/:plantID/incidents"],
  ["/mix", "/mixing"],
  ["/evening", "/today/evening"],
  ["/away", "/today/away"],
  ["/forecasts", "/forecast"],
  ["/house", "/settings"],
] as const;

/** Leads on to where an address lies now, with what was asked of it. */
export function Moved({ to }: { to: (typeof moved)[number][1] }) {
  const { search, hash } = useLocation();
  return <Navigate to={{ pathname: generatePath(to, useParams() as { plantID: string }), search, hash }} replace />;
}
