/** The sides of the house. */
export { OwnSides } from "./OwnSides";
export { useJudging } from "./useJudging";
export { SettingsNav } from "./SettingsNav";
