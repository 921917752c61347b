/** What one wishes to do with a plant. */
export { MayI } from "./MayI";
