import { tell } from "../words/app";
/** The rooms of the page: where each is, and its words. */
export const rooms = [
  ["/", tell("today")],
  ["/bench", tell("bench")],
  ["/mixing", tell("mix")],
  ["/places", tell("places")],
  ["/library", tell("library")],
  ["/settings", tell("settings")],
] as const;
