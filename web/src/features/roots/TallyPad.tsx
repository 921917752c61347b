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

export const depthChoices = [["", "Not noted"], ...Object.values(depthKeys).map((d) => [d, depthWords[d] ?? d])] as [
  string,
  string,
][];
export const keysOfDepths = Object.fromEntries(Object.entries(depthKeys).map(([k, d]) => [d, k.toUpperCase()]));

/** Counts one often has, beside the one of a single root; tapped again it is one. */
const chips = [2, 3, 5, 10];

/** Numbers first, letter last: how many, how long, then what they are. */
export function TallyPad({ roots, knowledge, rootClass, profile, change }: Props) {
  const narrow = useNarrow();
  const [thumb] = useKept("therapeon.thumb");
  const [count, setCount] = useState(1);
  const [length, setLength] = useState<number>();
  const [depth, setDepth] = useState("");
  const [growth, setGrowth] = useState(0);
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState("");

  const add = (p: Preset, n = count, mm = length) => {
    if (n < 1 || n > 400 || (mm !== undefined && (mm < 1 || mm > 3000))) {
      setWrong(`${typed} does not fit: 1 to 400 roots at once, of 1 to 3000 mm. Type the numbers again.`);
      setTyped("");
      return;
    }
    setWrong("");
    const root: Root = {
      id: freshID(),
      count: n,
      segments: [{ ...p.gives, ...(mm === undefined ? {} : { length_mm: mm }) }],
    };
    if (depth) root.depth = depth as Root["depth"];
    if (growth) root.growth = growth;
    change((now) => ({ ...now, none_found: undefined, roots: [...now.roots, root] }));
    setCount(1);
    setLength(mm);
    setTyped("");
  };

  useKeys((key) => {
    const preset = presets.find((p) => p.key === key);
    if (/^\d$/.test(key)) setTyped((typed + key).slice(0, 9));
    else if ((key === "x" || key === " ") && typed && !typed.includes("×")) setTyped(typed + "×");
    else if (key === "Backspace" && typed) setTyped(typed.slice(0, -1));
    else if (preset) {
      const [n, mm] = typed.split("×");
      add(preset, n ? Number(n) : count, mm ? Number(mm) : length);
    } else if (depthKeys[key]) setDepth(depth === depthKeys[key] ? "" : depthKeys[key]);
    else if (key === "," || key === ".") setGrowth(Math.max(0, Math.min(60, growth + (key === "." ? 1 : -1))));
    else return false;
    return true;
  });

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
      label={profile.habit.value === "monopodial" ? "Level up the stem, 1 lowest" : "Growth, 1 oldest"}
      value={growth || undefined}
      usual="–"
      onChange={(v) => setGrowth(v ?? 0)}
      by={1}
    />
  );
  return (
    <section className={css.pad} aria-label="Tally" data-thumb={thumb || undefined}>
      <Row>
        <Figure
          {...RootsRoot.count}
          label="How many"
          value={n ? Number(n) : count}
          onChange={(v) => setCount(v ?? 1)}
          by={narrow ? undefined : 1}
        />
        <Flex gap={6} role="group" aria-label="How many, at a tap">
          {chips.map((c) => (
            <Button key={c} aria-pressed={count === c} onClick={() => setCount(count === c ? 1 : c)}>
              {c}
            </Button>
          ))}
        </Flex>
        <Figure
          {...RootsSegment.length_mm}
          label="About how long"
          value={mm ? Number(mm) : length}
          onChange={setLength}
          by={10}
          start={profile.root_length_mm.value}
          usual={`≈ ${profile.root_length_mm.value}`}
        />
        {narrow ? (
          <Pick
            label="Where they sit"
            value={depth}
            options={depthChoices.map(([value, label]) => ({ value, label }))}
            onChange={setDepth}
          />
        ) : (
          <>
            <Choice
              label="Where they sit"
              value={depth}
              options={depthChoices}
              keys={keysOfDepths}
              onChange={setDepth}
            />
            {level}
          </>
        )}
        {typed && (
          <output data-part="typed" aria-label="Typed">
            {typed}
          </output>
        )}
      </Row>
      {wrong && <FieldError words={wrong} />}
      <PresetPad knowledge={knowledge} rootClass={rootClass} onPick={(p) => add(p)} />
      <Row>
        <Pick
          label={last ? `The last ${last.count === 1 ? "one" : last.count}: where` : "The last: where"}
          value={last?.depth ?? ""}
          options={depthChoices.map(([value, label]) => ({ value, label }))}
          onChange={(d) => last && place(last.id, d)}
        />
        {narrow && level}
      </Row>
    </section>
  );
}
