import type { Branch, Root, RootKnowledge, RootVerdict, Segment } from "../../lib/api/client";
import { RootsBranch, RootsSegment } from "../../lib/api/fields";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Fold } from "../../ui/Fold";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/roots";
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
    <Fold
      summary={list.length > 0 ? tell("side-roots", { count: list.length }) : tell("side-roots-2")}
      open={list.length > 0}
    >
      {list.map((b, i) => (
        <div key={i} className={view.ruled}>
          <h3>
            <Tell
              of="side-root"
              with={{
                n: i + 1,
                stretches: verdict?.branches?.[i]?.stretches.map((s, k) => <StateGlyph key={k} state={s.state} />),
              }}
            />
          </h3>
          <Row>
            <Figure
              {...RootsBranch.at_mm}
              value={b.at_mm}
              onChange={(mm) => set(i, { ...b, at_mm: mm ?? 0 })}
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
          </Row>
          <Choice
            label={tell("tip-2")}
            value={b.tip ?? ""}
            options={[
              ["", tell("not-noted")],
              ["growing", tell("growing")],
              ["sealed", tell("sealed-over")],
            ]}
            onChange={(t) => set(i, { ...b, tip: (t || undefined) as Branch["tip"] })}
          />
          <Plain disabled={b.segments.length >= 12} onClick={() => set(i, { ...b, segments: [...b.segments, {}] })}>
            {tell("stretch")}
          </Plain>
          <Plain onClick={() => edit((r) => ({ ...r, branches: r.branches?.toSpliced(i, 1) }))}>
            {tell("remove-it")}
          </Plain>
        </div>
      ))}
      <Plain
        disabled={list.length >= 12}
        onClick={() =>
          edit((r) => ({ ...r, branches: [...(r.branches ?? []), { at_mm: 0, segments: [{ feel: "firm" }] }] }))
        }
      >
        {tell("side-root-2")}
      </Plain>
    </Fold>
  );
}

function SideStretch(p: { n: number; segment: Segment; names: [string, string][]; onChange: (s: Segment) => void }) {
  const now = presetOf(p.segment);
  return (
    <>
      <Figure
        {...RootsSegment.length_mm}
        label={tell("stretch-2", { n: p.n })}
        value={p.segment.length_mm ?? undefined}
        usual="usual"
        onChange={(mm) => p.onChange({ ...p.segment, length_mm: mm })}
        by={5}
      />
      <Pick
        label={tell("it-is")}
        value={now?.key ?? (p.segment.feel === "firm" ? "f" : "d")}
        options={p.names.map(([value, label]) => ({ value, label }))}
        onChange={(key) =>
          p.onChange({
            length_mm: p.segment.length_mm,
            diameter_mm: p.segment.diameter_mm,
            ...presets.find((x) => x.key === key)?.gives,
          })
        }
      />
    </>
  );
}
