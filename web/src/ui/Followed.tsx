import type { components } from "../lib/api/schema";
import { Marked } from "./Mark";

/** The side that is followed where growers differ, with its reason. */
export function Followed({ side: s }: { side: components["schemas"]["DisputesSide"] }) {
  return (
    <li data-followed>
      Growers differ: {s.question.toLowerCase()}. It follows <b>{s.choice.name.toLowerCase()}</b>.{" "}
      <Marked text={s.choice.reason} />
    </li>
  );
}
