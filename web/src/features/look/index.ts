/** The look at a plant: what other steps read and note of it. */
export { InspectionStep, type StepProps } from "./InspectionStep";
export { type InspectionDesk } from "./useInspection";
export { Parts, Answer } from "./Findings";
export { Clashes } from "./Clashes";
