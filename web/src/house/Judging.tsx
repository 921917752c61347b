import { useQuery } from "@tanstack/react-query";
import { Progress } from "antd";
import { about } from "../api/queries";

/** How far the lists follow this house. Its place is kept, so that nothing moves. */
export function Judging() {
  const judging = useQuery(about).data?.judging;
  const all = judging?.total ?? 0;
  const done = judging?.done ?? 0;
  return (
    <div className="house-judging" role="status">
      {judging && (
        <>
          <Progress
            percent={all ? Math.floor((100 * done) / all) : 0}
            showInfo={false}
            aria-label="Plants judged anew"
          />
          <span className="why">
            The lists follow: {done} of {all} {all === 1 ? "plant" : "plants"}. You can go on meanwhile.
          </span>
        </>
      )}
    </div>
  );
}
