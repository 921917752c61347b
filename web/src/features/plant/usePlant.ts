import { useOutletContext } from "react-router";
import type { Plant, Profile } from "../../lib/api/client";

export type AtHand = { plant: Plant; profile: Profile };

/** The plant in hand and its group, for the steps. */
export const usePlant = () => useOutletContext<AtHand>();
