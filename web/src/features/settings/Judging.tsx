import { useQuery } from "@tanstack/react-query";
import { Progress } from "antd";
import { about } from "../../lib/api/queries";
import { Following } from "../../ui/Following";
import { tell } from "../../words/settings";
import css from "./settings.module.css";

/** How far the lists follow this house. Its place is kept, so that nothing moves. */
export function Judging() {
  const judging = useQuery(about).data?.judging;
  return (
    <div className={css.judging} role="status">
      {judging && (
        <Progress
          percent={Math.floor((100 * judging.done) / judging.total)}
          showInfo={false}
          aria-label={tell("plants-judged-anew")}
        />
      )}
      <Following />
    </div>
  );
}
