import { useQuery } from "@tanstack/react-query";
import { about } from "../lib/api/queries";
import { tell } from "../words/ui";
import { Aside } from "./Said";

/** Says that lists do not yet follow a change of the house; nothing where they do. */
export function Following() {
  const judging = useQuery(about).data?.judging;
  if (!judging) return null;
  const { done, total } = judging;
  return <Aside>{tell("the-lists-follow-the-house-of", { done, total })}</Aside>;
}
