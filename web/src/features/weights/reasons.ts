import type { Weigh } from "../../lib/api/client";
import type { Words } from "../../lib/words";

/** Why a weight does not follow from the last, by what is weighed. */
export const reasons: Record<Weigh["kind"], Words> = {
  bare: [
    ["cut", "I cut something off"],
    ["pot", "Something was added or taken"],
    ["wet", "It was dripping or just soaked"],
    ["right", "Nothing. The weight is right"],
  ],
  pot: [
    ["watered", "It was watered"],
    ["pot", "Another pot or medium"],
    ["cut", "Something was taken out"],
    ["right", "Nothing. The weight is right"],
  ],
};
