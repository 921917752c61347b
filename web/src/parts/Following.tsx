import { useQuery } from "@tanstack/react-query";
import { about } from "../api/queries";

/** Says that lists do not yet follow a change of the house; nothing where they do. */
export function Following() {
  const judging = useQuery(about).data?.judging;
  if (!judging) return null;
  const { done, total } = judging;
  return (
    <span className="why">
      The lists follow the house: {done} of {total} {total === 1 ? "plant" : "plants"}. Plants’ own pages are up to
      date.
    </span>
  );
}
