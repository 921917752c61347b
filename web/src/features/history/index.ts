/** What happened, as other features show it. */
export { Incidents } from "./Incidents";
