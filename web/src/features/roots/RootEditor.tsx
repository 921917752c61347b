import { Button } from "antd";
import { useState } from "react";
import type { Profile, Root, RootKnowledge, RootsReading, RootVerdict, Segment, Verdict } from "../../lib/api/client";
import { RootsRoot, RootsSegment } from "../../lib/api/fields";
import { useKeys } from "../../lib/keyboard";
import { stateWords } from "../../lib/words";
import { Figure } from "../../ui/Figure";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Aside } from "../../ui/Said";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/roots";
import { FollowedAs } from "./FollowedAs";
import { PlaceOfRoot } from "./PlaceOfRoot";
import { PresetPad, StateGlyph } from "./PresetPad";
import { RootReasons } from "./RootReasons";
import { SegmentFacets } from "./SegmentFacets";
import { SideRoots } from "./SideRoots";
import { depthKeys, presetOf, presets, splitOff, tipKeys, type Preset } from "./presets";
import css from "./roots.module.css";

type Props = {
  root: Root;
  /** All of the reading. */
  roots: Root[];
  verdict: Verdict;
  knowledge?: RootKnowledge;
  rootClass: string;
  profile: Profile;
  change: (make: (now: RootsReading) => RootsReading) => void;
  onChoose: (id?: string) => void;
};

const most = RootsRoot.segments.max;
const { length_mm } = RootsSegment;

type Edits = Pick<Props, "change" | "onChoose"> & { setAt: (i: number) => void };

/** What can be done to a root and to its stretch at hand. */
function useEdits(root: Root, index: number, { setAt, change, onChoose }: Edits) {
  const edit = (make: (r: Root) => Root) =>
    change((now) => ({ ...now, roots: now.roots.map((r) => (r.id === root.id ? make(r) : r)) }));
  const setSegment = (next: Segment) =>
    edit((r) => ({ ...r, segments: r.segments.map((s, i) => (i === index ? next : s)) }));
  const addSegment = () => {
    if (root.segments.length >= most) return;
    edit((r) => ({ ...r, segments: r.segments.toSpliced(index + 1, 0, {}) }));
    setAt(index + 1);
  };
  const dropSegment = () => {
    edit((r) => ({ ...r, segments: r.segments.toSpliced(index, 1) }));
    setAt(Math.max(0, index - 1));
  };
  const remove = () => {
    change((now) => ({ ...now, roots: now.roots.filter((r) => r.id !== root.id) }));
    onChoose(undefined);
  };
  const takeOne = () => {
    let fresh = root.id;
    change((now) => {
      const [roots, id] = splitOff(now.roots, root.id, 1);
      fresh = id;
      return { ...now, roots };
    });
    onChoose(fresh);
  };
  return { edit, setSegment, addSegment, dropSegment, remove, takeOne };
}

/** One root, stretch by stretch from base to tip, or a batch that is alike. */
export function RootEditor({ root, roots, verdict, knowledge, rootClass, profile, change, onChoose }: Props) {
  const [at, setAt] = useState(0);
  const [typed, setTyped] = useState("");
  const v = verdict.roots.find((r) => r.id === root.id);
  const index = Math.min(at, root.segments.length - 1);
  const segment = root.segments[index] ?? {};

  const { edit, setSegment, addSegment, dropSegment, remove, takeOne } = useEdits(root, index, {
    setAt,
    change,
    onChoose,
  });
  const pick = (p: Preset) => {
    const mm = typed ? Number(typed) : segment.length_mm;
    if (typed && (Number(typed) < length_mm.min || Number(typed) > length_mm.max)) return;
    setSegment({ diameter_mm: segment.diameter_mm, length_mm: mm, ...p.gives });
    setTyped("");
  };

  useKeys((key) => {
    const preset = presets.find((p) => p.key === key);
    const depth = depthKeys[key];
    const tip = tipKeys[key];
    if (/^\d$/.test(key)) setTyped((typed + key).slice(0, 4));
    else if (key === "Backspace" && typed) setTyped(typed.slice(0, -1));
    else if (preset) pick(preset);
    else if (depth) edit((r) => ({ ...r, depth: r.depth === depth ? undefined : depth }));
    else if (tip) edit((r) => ({ ...r, tip: r.tip === tip ? undefined : tip }));
    else if (key === "n") addSegment();
    else if (key === "o" && root.count > 1) takeOne();
    else if (key === "ArrowLeft") setAt(Math.max(0, index - 1));
    else if (key === "ArrowRight") setAt(Math.min(root.segments.length - 1, index + 1));
    else if (key === "Delete") remove();
    else return false;
    return true;
  });

  return (
    <section className={css.editor} aria-label={tell("root-at-hand")}>
      <div className={view.line} data-part="editor-head">
        <h2>
          <Tell
            of="root"
            with={{ label: v?.label, count: root.count > 1 && <small> {tell("alike", { count: root.count })}</small> }}
          />
        </h2>
        {root.count > 1 && (
          <Plain cap="O" onClick={takeOne}>
            {tell("take-one-out")}
          </Plain>
        )}
        <Plain onClick={remove}>{tell("remove-this-entry")}</Plain>
        <Plain cap={tell("esc")} onClick={() => onChoose(undefined)}>
          {tell("back-to-the-tally-2")}
        </Plain>
      </div>
      <Stretches
        segments={root.segments}
        states={v?.stretches.map((x) => x.state)}
        at={index}
        typed={typed}
        onAt={setAt}
        onAdd={addSegment}
        onDrop={dropSegment}
      />
      <FollowedAs root={root} roots={roots} change={change} onChoose={onChoose} />
      {v && <RootReasons v={v} rules={verdict.rules} at={index} />}
      <Measures root={root} segment={segment} profile={profile} onSegment={setSegment} edit={edit} />
      <PresetPad knowledge={knowledge} rootClass={rootClass} onPick={pick} current={presetOf(segment)} />
      <SegmentFacets segment={segment} onChange={setSegment} />
      <PlaceOfRoot root={root} profile={profile} edit={edit} />
      <SideRoots root={root} verdict={v} edit={edit} knowledge={knowledge} rootClass={rootClass} />
    </section>
  );
}

type StretchesProps = {
  segments: Segment[];
  states?: RootVerdict["stretches"][number]["state"][];
  at: number;
  typed: string;
  onAt: (i: number) => void;
  onAdd: () => void;
  onDrop: () => void;
};

/** The stretches of a root, base to tip. */
const Stretches = ({ segments, states, at, typed, onAt, onAdd, onDrop }: StretchesProps) => (
  <Row data="stretches" label={tell("stretches-base-to-tip")}>
    <span aria-hidden>{tell("base")}</span>
    {segments.map((s, i) => (
      <Button
        key={i}
        icon={<StateGlyph state={states?.[i] ?? "doubtful"} />}
        aria-pressed={i === at}
        data-stretch
        onClick={() => onAt(i)}
      >
        {i === at && typed ? typed : (s.length_mm ?? tell("usual-length"))}
        <Aside>{states?.[i] && stateWords[states[i]]}</Aside>
      </Button>
    ))}
    <Plain cap="N" disabled={segments.length >= most} onClick={onAdd}>
      {tell("stretch")}
    </Plain>
    {segments.length > 1 && <Plain onClick={onDrop}>{tell("stretch-3")}</Plain>}
  </Row>
);

type MeasuresProps = {
  root: Root;
  segment: Segment;
  profile: Profile;
  onSegment: (s: Segment) => void;
  edit: (make: (r: Root) => Root) => void;
};

/** How long and thick this stretch is, and how many roots are alike. */
const Measures = ({ root, segment, profile, onSegment, edit }: MeasuresProps) => (
  <Row>
    <Figure
      {...RootsSegment.length_mm}
      value={segment.length_mm ?? undefined}
      usual="usual"
      onChange={(mm) => onSegment({ ...segment, length_mm: mm })}
      by={5}
      start={Math.round(profile.root_length_mm.value / root.segments.length)}
    />
    <Figure
      {...RootsSegment.diameter_mm}
      value={segment.diameter_mm ?? undefined}
      usual={tell("usual", { rootdiametermm: profile.root_diameter_mm.value })}
      onChange={(mm) => onSegment({ ...segment, diameter_mm: mm })}
    />
    <Figure {...RootsRoot.count} value={root.count} onChange={(n) => n && edit((r) => ({ ...r, count: n }))} by={1} />
  </Row>
);
