/** The sides of the house. */
export { OwnSides } from "./OwnSides";
export { useJudging } from "./useJudging";
