import type { Branch, Root, RootKnowledge, RootVerdict, Segment } from "../api/client";
import { Choice } from "../parts/Choice";
import { Figure } from "../parts/Figure";
import { StateGlyph } from "./PresetPad";
import { presetOf, presets, stateOf } from "./presets";

type Props = {
  root: Root;
  verdict?: RootVerdict;
  edit: (make: (r: Root) => Root) => void;
  knowledge?: RootKnowledge;
  rootClass: string;
};

/** Side roots: where each leaves its root, and its stretches. */
export function SideRoots({ root, verdict, edit, knowledge, rootClass }: Props) {
  const list = root.branches ?? [];
  const measured = root.segments.every((s) => s.length_mm != null)
    ? root.segments.reduce((n, s) => n + (s.length_mm ?? 0), 0)
    : 3000;
  const set = (i: number, next: Branch) =>
    edit((r) => ({ ...r, branches: (r.branches ?? []).map((b, j) => (i === j ? next : b)) }));
  const names = presets
    .filter((p) => stateOf(p, knowledge, rootClass) !== "none")
    .map((p) => [p.key, p.words] as [string, string]);

  return (
    <details className="sides" open={list.length > 0}>
      <summary>Side roots{list.length > 0 && `: ${list.length}`}</summary>
      {list.map((b, i) => (
        <div key={i} className="side">
          <h3>
            Side root {i + 1}{" "}
            {verdict?.branches?.[i]?.stretches.map((s, k) => (
              <StateGlyph key={k} state={s.state} />
            ))}
          </h3>
          <div className="pad-figures">
            <Figure
              label="Leaves its root at"
              unit="mm"
              value={b.at_mm}
              onChange={(mm) => set(i, { ...b, at_mm: mm ?? 0 })}
              min={0}
              max={measured}
              by={5}
            />
            {b.segments.map((s, k) => (
              <SideStretch
                key={k}
                n={k + 1}
                segment={s}
                names={names}
                onChange={(next) => set(i, { ...b, segments: b.segments.map((x, j) => (j === k ? next : x)) })}
              />
            ))}
          </div>
          <Choice
            label="Tip"
            value={b.tip ?? ""}
            options={[
              ["", "Not noted"],
              ["growing", "Growing"],
              ["sealed", "Sealed over"],
            ]}
            onChange={(t) => set(i, { ...b, tip: (t || undefined) as Branch["tip"] })}
          />
          <button
            type="button"
            className="plain"
            disabled={b.segments.length >= 12}
            onClick={() => set(i, { ...b, segments: [...b.segments, {}] })}
          >
            + stretch
          </button>
          <button
            type="button"
            className="plain"
            onClick={() => edit((r) => ({ ...r, branches: r.branches?.toSpliced(i, 1) }))}
          >
            Take it off
          </button>
        </div>
      ))}
      <button
        type="button"
        className="plain"
        disabled={list.length >= 12}
        onClick={() =>
          edit((r) => ({ ...r, branches: [...(r.branches ?? []), { at_mm: 0, segments: [{ feel: "firm" }] }] }))
        }
      >
        + side root
      </button>
    </details>
  );
}

function SideStretch(p: { n: number; segment: Segment; names: [string, string][]; onChange: (s: Segment) => void }) {
  const now = presetOf(p.segment);
  return (
    <>
      <Figure
        label={`Stretch ${p.n}`}
        unit="mm"
        value={p.segment.length_mm ?? undefined}
        usual="usual"
        onChange={(mm) => p.onChange({ ...p.segment, length_mm: mm })}
        min={1}
        max={3000}
        by={5}
      />
      <label className="side-is">
        <span className="figure-label">It is</span>
        <select
          value={now?.key ?? (p.segment.feel === "firm" ? "f" : "d")}
          onChange={(e) =>
            p.onChange({
              length_mm: p.segment.length_mm,
              diameter_mm: p.segment.diameter_mm,
              ...presets.find((x) => x.key === e.target.value)?.gives,
            })
          }
        >
          {p.names.map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </select>
      </label>
    </>
  );
}
