import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type Aftercare } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { inOrder } from "../../lib/outbox";
import { run } from "../../lib/run";
import { abreast } from "../../lib/words";
import { Fold } from "../../ui/Fold";
import { Plain } from "../../ui/Plain";
import { Rows } from "../../ui/Rows";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/aftercare";
import { notedWords } from "./fields";
import { after } from "./useAftercare";

type Line = { key: string; on: string; what: string; by: string; checkin?: Aftercare["checkins"][number] };

/** What was seen and done, the newest first. */
export function History({ c }: { c: Aftercare }) {
  const cache = useQueryClient();
  const [error, setError] = useState<unknown>();
  const lines: Line[] = [
    ...c.checkins.map((s) => ({ key: `s${s.id}`, on: s.on, what: notedWords(s.noted, c.roots), by: "", checkin: s })),
    ...c.done.map((t) => ({
      key: `t${t.id}`,
      on: t.on,
      what: abreast([
        t.outcome === "left" ? tell("left-2", { name: t.name }) : t.name,
        t.because === "still-wet" && tell("still-wet"),
        t.because === "rain" && tell("by-rain"),
        t.because === "tray" && tell("the-whole-tray"),
        t.was && tell("was", { was: t.was }),
        t.ppm_n && tell("feed-of-ppm-n", { ppmn: t.ppm_n }),
      ]),
      by: t.person ?? "",
    })),
  ].sort((a, b) => b.on.localeCompare(a.on));
  if (lines.length === 0) return null;
  const takeBack = (s: Aftercare["checkins"][number]) =>
    run(
      inOrder(async () =>
        after(
          cache,
          await ask(
            client.PUT("/api/v1/checkins/{id}", {
              params: { path: { id: s.id } },
              body: { version: s.version, noted: s.noted, gone: true },
            }),
          ),
        ),
      ).catch(setError),
    );
  return (
    <Fold
      summary={tell(c.more ? "what-was-seen-and-done-more" : "what-was-seen-and-done", { count: lines.length })}
      id="seen-and-done"
    >
      {Boolean(error) && <Trouble error={error} />}
      <Rows
        caption={tell("what-was-seen-and-done-2")}
        rows={lines}
        keyOf={(l) => l.key}
        columns={[
          { title: tell("day"), of: (l) => day(l.on), head: true },
          { title: tell("what"), of: (l) => l.what },
          { title: tell("by-2"), of: (l) => l.by },
          {
            title: "",
            of: (l) =>
              l.checkin && (
                <Plain onClick={() => takeBack(l.checkin as Aftercare["checkins"][number])}>{tell("take-back")}</Plain>
              ),
          },
        ]}
      />
    </Fold>
  );
}
