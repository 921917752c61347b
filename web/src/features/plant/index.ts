/** The plant in hand, as its steps see it. */
export { usePlant } from "./usePlant";
export { PlantSoFar, NormalForIt } from "./PlantSoFar";
export { Also, Flips, MakeReady, pageOf } from "./AdviceLine";
