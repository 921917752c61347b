import type { Weigh } from "../../lib/api/client";
import type { Words } from "../../lib/words";
import { tell } from "../../words/weights";

/** Why a weight does not follow from the last, by what is weighed. */
export const reasons: Record<Weigh["kind"], Words> = {
  bare: [
    ["cut", tell("i-cut-something-off")],
    ["pot", tell("something-was-added-or-taken")],
    ["wet", tell("it-was-dripping-or-just-soaked")],
    ["right", tell("nothing-the-weight-is-right")],
  ],
  pot: [
    ["watered", tell("it-was-watered")],
    ["pot", tell("another-pot-or-medium")],
    ["cut", tell("something-was-taken-out")],
    ["right", tell("nothing-the-weight-is-right")],
  ],
};
