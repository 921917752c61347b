import { useState } from "react";
import type { CutItem, Rule } from "../api/client";
import { Marked } from "../marks/Mark";

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
    <li className="job" data-done={all || undefined} data-chosen={chosen || undefined}>
      {it.before.map((n) => (
        <p key={n.value} className="job-note">
          <Marked text={n} />
        </p>
      ))}
      <div className="job-line">
        <button
          type="button"
          className="job-box"
          role="checkbox"
          aria-checked={all ? true : it.done > 0 ? "mixed" : false}
          aria-label={`Done: root ${it.label}. ${it.do}`}
          onClick={() => onTick(it, all ? 0 : it.count)}
        >
          {all ? "✓" : it.done > 0 ? it.done : ""}
        </button>
        <div className="job-what">
          <b>Root {it.label}</b>
          <span> {[it.count > 1 && `${it.count} alike`, it.place].filter(Boolean).join(", ")}</span>
          <div>{it.do}.</div>
        </div>
        <div className="job-short">
          <b>{it.label}</b> {inShort(it)}
        </div>
        {it.count > 1 && (
          <>
            <button type="button" className="plain job-one" disabled={all} onClick={() => onTick(it, it.done + 1)}>
              One more done
            </button>
            <button
              type="button"
              className="plain job-one"
              disabled={it.done === 0}
              onClick={() => onTick(it, it.done - 1)}
            >
              One back
            </button>
          </>
        )}
        <button type="button" className="plain job-why" aria-expanded={open} onClick={() => setOpen(!open)}>
          Why, or otherwise
        </button>
      </div>
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
  const what = it.kind === "medium" ? "medium" : it.cut_at_mm == null ? "strip" : `at ${Math.round(it.cut_at_mm)} mm`;
  const strip = it.cut_at_mm != null && it.reasons.includes("strip-rot") && "strip";
  return [what, strip, it.place].filter(Boolean).join(", ");
}

function More({ item: it, rules, onTurned }: Pick<Props, "item" | "rules"> & { onTurned: (feel: Feel) => void }) {
  return (
    <div className="job-more">
      <ul>
        {it.reasons.map((id) => {
          const rule = rules[id];
          return (
            rule && (
              <li key={id}>
                <Marked text={rule.words} />
              </li>
            )
          );
        })}
      </ul>
      {it.kind !== "medium" && (
        <div className="choice-options">
          <span>{it.count > 1 ? "One of these turned out" : "It turned out"}</span>
          {(["firm", "hollow", "mushy"] as const).map((feel) => (
            <button key={feel} type="button" className="turned" onClick={() => onTurned(feel)}>
              {feel}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
