import type { components } from "../lib/api/schema";
import { Tell } from "../words/ui";
import { Marked } from "./Mark";

/** The side that is followed where growers differ, with its reason. */
export function Followed({ side: s }: { side: components["schemas"]["DisputesSide"] }) {
  return (
    <li data-followed>
      <Tell
        of="growers-differ-it-follows"
        with={{
          question: s.question,
          side: <b>{s.choice.name}</b>,
          why: <Marked text={s.choice.reason} />,
        }}
      />
    </li>
  );
}
