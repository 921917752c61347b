/** Where a plant stands, asked where it is needed. */
export { PlacePick } from "./PlacePick";
export { WhereItStands } from "./WhereItStands";
