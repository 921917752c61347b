import { Button, Flex } from "antd";

import { useState } from "react";
import type { CutItem, Rule } from "../../lib/api/client";
import { abreast } from "../../lib/words";
import { Below, Job, JobBox } from "../../ui/Job";
import { Listed, Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Aside } from "../../ui/Said";
import { Say } from "../../ui/Say";
import view from "../../ui/view.module.css";
import { tell } from "../../words/cleaning";
import css from "./cleaning.module.css";

export type Feel = "firm" | "hollow" | "mushy";

type Props = {
  item: CutItem;
  rules: Record<string, Rule>;
  chosen: boolean;
  onTick: (it: CutItem, count: number) => void;
  onCorrect: (it: CutItem, feel: Feel, count: number) => void;
};

/** One job: tap it when it is done; say so when a root turned out otherwise. */
export function CutJob({ item: it, rules, chosen, onTick, onCorrect }: Props) {
  const [open, setOpen] = useState(false);
  const all = it.done >= it.count;
  return (
    <li className={css.item} data-done={all || undefined} data-chosen={chosen || undefined}>
      {it.before.map((n) => (
        <p key={n.value} className={view.ruled} data-part="note">
          <Marked text={n} />
        </p>
      ))}
      <Job
        state={all ? "done" : "open"}
        box={
          <JobBox
            label={tell("done-root", { label: it.label, do: it.do.text })}
            state={all ? "done" : "open"}
            count={all ? 0 : it.done}
            onTurn={() => onTick(it, all ? 0 : it.count)}
          />
        }
        do={
          <>
            <b>{tell("root", { label: it.label })}</b>{" "}
            <Aside>{abreast([it.count > 1 && tell("alike", { count: it.count }), it.place])}</Aside>
            <div className={css.cut}>
              <Say of={it.do} />.
            </div>
            <div className={css.short}>{inShort(it)}</div>
          </>
        }
        tools={
          <>
            {it.count > 1 && (
              <>
                <Plain disabled={all} onClick={() => onTick(it, it.done + 1)}>
                  {tell("one-more-done")}
                </Plain>
                <Plain disabled={it.done === 0} onClick={() => onTick(it, it.done - 1)}>
                  {tell("one-back")}
                </Plain>
              </>
            )}
            <Plain data-why aria-expanded={open} onClick={() => setOpen(!open)}>
              {tell("why-or-otherwise")}
            </Plain>
          </>
        }
      />
      {open && (
        <More
          item={it}
          rules={rules}
          onTurned={(feel) => {
            setOpen(false);
            onCorrect(it, feel, 1);
          }}
        />
      )}
    </li>
  );
}

/** For a long list on paper, where a job has a line of a narrow column. */
function inShort(it: CutItem): string {
  const what =
    it.kind === "medium"
      ? tell("medium-short")
      : it.cut_at_mm == null
        ? tell("strip-short")
        : tell("at-mm", { cutatmm: Math.round(it.cut_at_mm) });
  const strip = it.cut_at_mm != null && it.reasons.includes("strip-rot") && tell("strip-short");
  return abreast([what, strip, it.place]);
}

function More({ item: it, rules, onTurned }: Pick<Props, "item" | "rules"> & { onTurned: (feel: Feel) => void }) {
  return (
    <Below>
      <Listed texts={it.reasons.flatMap((id) => rules[id]?.words ?? [])} />
      {it.kind !== "medium" && (
        <Flex wrap gap={6} align="center">
          <span>{it.count > 1 ? tell("one-of-these-turned-out") : tell("it-turned-out")}</span>
          {(["firm", "hollow", "mushy"] as const).map((feel) => (
            <Button key={feel} data-turned onClick={() => onTurned(feel)}>
              {felt[feel]}
            </Button>
          ))}
        </Flex>
      )}
    </Below>
  );
}

const felt = { firm: tell("firm"), hollow: tell("hollow"), mushy: tell("mushy") };
