/** Who may have caught something. */
export { Exposure } from "./Exposure";
