import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { about } from "../../lib/api/queries";
import { tellDoubt } from "../../lib/changed";

/** Follows how far the lists are brought up to a change of the house, and shows them anew when they are. */
export function useJudging() {
  const cache = useQueryClient();
  const judging = useQuery({ ...about, refetchInterval: (q) => (q.state.data?.judging ? 400 : false) }).data?.judging;
  const was = useRef(false);
  useEffect(() => {
    if (was.current && !judging) {
      tellDoubt();
    }
    was.current = Boolean(judging);
  }, [judging, cache]);
}
