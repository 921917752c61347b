import { useState } from "react";
import type { Profile, Root, RootKnowledge, RootsReading } from "../api/client";
import { Choice, FieldError } from "../parts/Choice";
import { Figure } from "../parts/Figure";
import { depthWords } from "../words";
import { useKeys } from "../parts/keyboard";
import { PresetPad } from "./PresetPad";
import { depthKeys, freshID, presets, type Preset } from "./presets";

type Props = {
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

/** Numbers first, letter last: how many, how long, then what they are. */
export function TallyPad({ knowledge, rootClass, profile, change }: Props) {
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
  return (
    <section className="pad" aria-label="Tally">
      <div className="pad-figures">
        <Figure
          label="How many"
          value={n ? Number(n) : count}
          onChange={(v) => setCount(v ?? 1)}
          min={1}
          max={400}
          whole
          by={1}
        />
        <Figure
          label="About how long"
          unit="mm"
          value={mm ? Number(mm) : length}
          onChange={setLength}
          min={1}
          max={3000}
          by={10}
          start={profile.root_length_mm.value}
          usual={`usual ${profile.root_length_mm.value}`}
        />
        {typed && (
          <output className="pad-typed" aria-label="Typed">
            {typed}
          </output>
        )}
      </div>
      {wrong && <FieldError words={wrong} />}
      <PresetPad knowledge={knowledge} rootClass={rootClass} onPick={(p) => add(p)} />
      <div className="pad-places">
        <Choice label="Where they sit" value={depth} options={depthChoices} keys={keysOfDepths} onChange={setDepth} />
        <Figure
          label={profile.habit.value === "monopodial" ? "Level up the stem, 1 lowest" : "Growth, 1 oldest"}
          value={growth || undefined}
          usual="–"
          onChange={(v) => setGrowth(v ?? 0)}
          min={1}
          max={60}
          whole
          by={1}
        />
      </div>
    </section>
  );
}
