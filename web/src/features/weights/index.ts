/** Weights, typed or from a scale. */
export { Weights } from "./Weights";
export { Scale } from "./Scale";
export { WeighHere } from "./WeighHere";
