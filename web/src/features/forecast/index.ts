/** What was foretold, and what came of it. */
export { Foretold } from "./Foretold";
