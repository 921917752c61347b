import { useQuery } from "@tanstack/react-query";
import { todayKnowledge } from "../lib/api/queries";
import { Marked } from "./Mark";
import css from "./between.module.css";

/** What comes before the suspects, and before those kept apart: hands are washed, and blades changed. */
export function Between({ turn }: { turn: string }) {
  const text = useQuery(todayKnowledge).data?.between[turn];
  return (
    text && (
      <p className={css.between} data-part="between">
        <span>
          <Marked text={text} />
        </span>
      </p>
    )
  );
}
