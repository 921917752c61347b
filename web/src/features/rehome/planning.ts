import type { HomePlan } from "../../lib/api/client";
import { figure } from "../../lib/words";

/** What is planned for a plant, and how to change it. */
export type Planning = {
  plan: HomePlan;
  change: (part: Partial<HomePlan>) => void;
  /** What the server found wrong with a field of the plan. */
  wrong: (field: string) => string | undefined;
};

/** In the steps of a jug, as the core gives what is measured out. */
export const litres = (l: number) => (l < 1 ? `${Math.round(l * 100) * 10} mL` : `${figure(l, 2)} L`);
