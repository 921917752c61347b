import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type Aftercare } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { inOrder } from "../../lib/outbox";
import { run } from "../../lib/run";
import { Fold } from "../../ui/Fold";
import { Plain } from "../../ui/Plain";
import { Rows } from "../../ui/Rows";
import { Trouble } from "../../ui/Trouble";
import { notedWords } from "./fields";
import { after } from "./useAftercare";

type Line = { key: string; on: string; what: string; by: string; checkin?: Aftercare["checkins"][number] };

/** What was seen and done, the newest first. */
export function History({ c }: { c: Aftercare }) {
  const cache = useQueryClient();
  const [error, setError] = useState<unknown>();
  const lines: Line[] = [
    ...c.checkins.map((s) => ({ key: `s${s.id}`, on: s.on, what: notedWords(s.noted), by: "", checkin: s })),
    ...c.done.map((t) => ({
      key: `t${t.id}`,
      on: t.on,
      what: [
        t.outcome === "left" ? `Left: ${t.name.toLowerCase()}` : t.name,
        t.because === "still-wet" && "still wet",
        t.because === "rain" && "by rain",
        t.because === "tray" && "the whole tray",
        t.was && `was ${t.was}`,
        t.ppm_n && `feed of ${t.ppm_n} ppm N`,
      ]
        .filter(Boolean)
        .join(", "),
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
    <Fold summary={`What was seen and done: ${lines.length}${c.more ? " and more" : ""}`} id="seen-and-done">
      {Boolean(error) && <Trouble error={error} />}
      <Rows
        caption="What was seen and done"
        rows={lines}
        keyOf={(l) => l.key}
        columns={[
          { title: "Day", of: (l) => day(l.on), head: true },
          { title: "What", of: (l) => l.what },
          { title: "By", of: (l) => l.by },
          {
            title: "",
            of: (l) =>
              l.checkin && (
                <Plain onClick={() => takeBack(l.checkin as Aftercare["checkins"][number])}>Take back</Plain>
              ),
          },
        ]}
      />
    </Fold>
  );
}
