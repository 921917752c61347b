/** The months after, as other features show them. */
export { felt, RoundJob } from "./RoundJob";
export { checkIn, nameOf, useAftercare } from "./useAftercare";
export { Watered } from "./Watered";
