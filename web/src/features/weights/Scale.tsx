import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { ask, client } from "../../lib/api/client";
import { scales } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { figure } from "../../lib/words";
import { Plain } from "../../ui/Plain";
import view from "../../ui/view.module.css";
import { tell } from "../../words/weights";
import css from "./weights.module.css";

/** What a scale on this machine shows. One tap takes it, once it is still. */
export function Scale({ onTake }: { onTake: (grams: number) => void }) {
  const on = useQuery(scales);
  const cache = useQueryClient();
  const tare = async (scale: string) => {
    const answer = await ask(client.POST("/api/v1/scales/tare", { body: { scale } }));
    cache.setQueryData(["scales"], answer.scales);
  };
  return (
    <>
      {(on.data ?? []).map((s) => {
        const old = s.seconds_ago > 4;
        return (
          <div key={s.scale} className={`${view.line} ${view.ruled}`} data-tone="water" data-scale={s.scale}>
            <span>{s.scale}</span>
            <b className={css.grams} aria-live="off">
              {figure(s.grams, 1)} <small>g</small>
            </b>
            <Button
              type="primary"
              disabled={!s.stable || old || s.grams <= 0}
              onClick={() => onTake(Math.round(s.grams * 10) / 10)}
            >
              {old
                ? tell("it-has-stopped")
                : s.stable
                  ? tell("take-g", { grams: figure(s.grams, 1) })
                  : tell("settling")}
            </Button>
            <Plain onClick={() => run(tare(s.scale))}>{tell("tare")}</Plain>
          </div>
        );
      })}
    </>
  );
}
