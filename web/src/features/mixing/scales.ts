import { tell } from "../../words/mixing";
/** The scales of conductivity meters: code, words, unit. */
export const scales = [
  ["ppm500", tell("ppm-500-scale"), "ppm"],
  ["ppm700", tell("ppm-700-scale"), "ppm"],
  ["ms_cm", "mS/cm", "mS/cm"],
  ["us_cm", "µS/cm", "µS/cm"],
] as const;

export type Scale = (typeof scales)[number][0];

export const unitOf = (scale: Scale) => scales.find(([code]) => code === scale)?.[2];
