import { Button, Flex } from "antd";
import { useState } from "react";
import type { Profile, Root, RootKnowledge, RootsReading } from "../../lib/api/client";
import { RootsRoot, RootsSegment } from "../../lib/api/fields";
import { useKept } from "../../lib/kept";
import { useKeys } from "../../lib/keyboard";
import { useNarrow } from "../../lib/narrow";
import { depthWords } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { FieldError } from "../../ui/Field";
import { Figure } from "../../ui/Figure";
import { Pick } from "../../ui/Pick";
import { Row } from "../../ui/Row";
import { tell } from "../../words/roots";
import { PresetPad } from "./PresetPad";
import { depthKeys, freshID, presets, type Preset } from "./presets";
import css from "./roots.module.css";

type Props = {
  roots: Root[];
  knowledge?: RootKnowledge;
  rootClass: string;
  profile: Profile;
  change: (make: (now: RootsReading) => RootsReading) => void;
};

export const depthChoices = [
  ["", tell("not-noted")],
  ...Object.values(depthKeys).map((d) => [d, depthWords[d] ?? d]),
] as [string, string][];
export const keysOfDepths = Object.fromEntries(Object.entries(depthKeys).map(([k, d]) => [d, k.toUpperCase()]));

/** Counts one often has, beside the one of a single root; tapped again it is one. */
const chips = [2, 3, 5, 10];

type Tallied = { count: number; length?: number; depth: string; growth: number; typed: string; wrong: string };

const fits = (n: number, { min, max }: { min: number; max: number }) => n >= min && n <= max;

/** What is typed or tapped for the next roots; a letter adds them. */
function useTally(change: Props["change"]) {
  const [t, setT] = useState<Tallied>({ count: 1, depth: "", growth: 0, typed: "", wrong: "" });
  const set = (part: Partial<Tallied>) => setT((now) => ({ ...now, ...part }));
  const { count: many, growth: levels } = RootsRoot;
  const { length_mm } = RootsSegment;
  const add = (p: Preset, n = t.count, mm = t.length) => {
    if (!fits(n, many) || (mm !== undefined && !fits(mm, length_mm))) {
      set({
        wrong: tell("does-not-fit-to-roots-at-once-of", {
          typed: t.typed,
          min: many.min,
          max: many.max,
          shortest: length_mm.min,
          longest: length_mm.max,
        }),
        typed: "",
      });
      return;
    }
    const root: Root = {
      id: freshID(),
      count: n,
      segments: [{ ...p.gives, ...(mm === undefined ? {} : { length_mm: mm }) }],
    };
    if (t.depth) root.depth = t.depth as Root["depth"];
    if (t.growth) root.growth = t.growth;
    change((now) => ({ ...now, none_found: undefined, roots: [...now.roots, root] }));
    set({ wrong: "", count: 1, length: mm, typed: "" });
  };
  useKeys((key) => {
    const { typed, depth, growth } = t;
    const preset = presets.find((p) => p.key === key);
    if (/^\d$/.test(key)) set({ typed: (typed + key).slice(0, 9) });
    else if ((key === "x" || key === " ") && typed && !typed.includes("×")) set({ typed: typed + "×" });
    else if (key === "Backspace" && typed) set({ typed: typed.slice(0, -1) });
    else if (preset) {
      const [n, mm] = typed.split("×");
      add(preset, n ? Number(n) : t.count, mm ? Number(mm) : t.length);
    } else if (depthKeys[key]) set({ depth: depth === depthKeys[key] ? "" : depthKeys[key] });
    else if (key === "," || key === ".")
      set({ growth: Math.max(0, Math.min(levels.max, growth + (key === "." ? 1 : -1))) });
    else return false;
    return true;
  });
  return { ...t, set, add };
}

type HowManyProps = { count: number; onCount: (n: number) => void; narrow: boolean };

/** How many are alike, typed or by a tap. */
const HowMany = ({ count, onCount, narrow }: HowManyProps) => (
  <>
    <Figure
      {...RootsRoot.count}
      label={tell("how-many")}
      value={count}
      onChange={(v) => onCount(v ?? 1)}
      by={narrow ? undefined : 1}
    />
    <Flex gap={6} role="group" aria-label={tell("how-many-at-a-tap")}>
      {chips.map((c) => (
        <Button key={c} aria-pressed={count === c} onClick={() => onCount(count === c ? 1 : c)}>
          {c}
        </Button>
      ))}
    </Flex>
  </>
);

/** Numbers first, letter last: how many, how long, then what they are. */
export function TallyPad({ roots, knowledge, rootClass, profile, change }: Props) {
  const narrow = useNarrow();
  const [thumb] = useKept("therapeon.thumb");
  const pad = useTally(change);
  const { count, depth, growth, typed, wrong, set } = pad;
  const [n, mm] = typed.split("×");
  const last = roots.at(-1);
  /** Where those just entered sit can be said after them as well. */
  const place = (id: string, d: string) =>
    change((now) => ({
      ...now,
      roots: now.roots.map((r) => (r.id === id ? { ...r, depth: (d || undefined) as Root["depth"] } : r)),
    }));
  const level = (
    <Figure
      {...RootsRoot.growth}
      label={profile.habit.value === "monopodial" ? tell("level-up-the-stem-1-lowest") : tell("growth-1-oldest")}
      value={growth || undefined}
      usual="–"
      onChange={(v) => set({ growth: v ?? 0 })}
      by={1}
    />
  );
  return (
    <section className={css.pad} aria-label={tell("tally")} data-thumb={thumb || undefined}>
      <Row>
        <HowMany count={n ? Number(n) : count} onCount={(c) => set({ count: c })} narrow={narrow} />
        <Figure
          {...RootsSegment.length_mm}
          label={tell("about-how-long")}
          value={mm ? Number(mm) : pad.length}
          onChange={(length) => set({ length })}
          by={10}
          start={profile.root_length_mm.value}
          usual={`≈ ${profile.root_length_mm.value}`}
        />
        {narrow ? (
          <Pick
            label={tell("where-they-sit")}
            value={depth}
            options={depthChoices.map(([value, label]) => ({ value, label }))}
            onChange={(depth) => set({ depth })}
          />
        ) : (
          <>
            <Choice
              label={tell("where-they-sit")}
              value={depth}
              options={depthChoices}
              keys={keysOfDepths}
              onChange={(depth) => set({ depth })}
            />
            {level}
          </>
        )}
        {typed && (
          <output data-part="typed" aria-label={tell("typed")}>
            {typed}
          </output>
        )}
      </Row>
      {wrong && <FieldError words={wrong} />}
      <PresetPad knowledge={knowledge} rootClass={rootClass} onPick={(p) => pad.add(p)} />
      <Row>
        <Pick
          label={last ? tell("the-last-where", { count: last.count }) : tell("the-last-where-2")}
          value={last?.depth ?? ""}
          options={depthChoices.map(([value, label]) => ({ value, label }))}
          onChange={(d) => last && place(last.id, d)}
        />
        {narrow && level}
      </Row>
    </section>
  );
}
