import type { Profile, Root } from "../../lib/api/client";
import { RootsRoot } from "../../lib/api/fields";
import { Choice, Tick } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Row } from "../../ui/Row";
import { depthChoices, keysOfDepths } from "./TallyPad";

type Props = { root: Root; profile: Profile; edit: (make: (r: Root) => Root) => void };

/** The tip, the place on the plant, and what clings to the root. */
export function PlaceOfRoot({ root, profile, edit }: Props) {
  return (
    <Row>
      <Choice
        label="Tip"
        value={root.tip ?? ""}
        options={[
          ["", "Not noted"],
          ["growing", "Growing"],
          ["sealed", "Sealed over"],
        ]}
        keys={{ growing: "W", sealed: "Q" }}
        onChange={(t) => edit((r) => ({ ...r, tip: (t || undefined) as Root["tip"] }))}
      />
      <Choice
        label="Where it sits"
        value={root.depth ?? ""}
        options={depthChoices}
        keys={keysOfDepths}
        onChange={(d) => edit((r) => ({ ...r, depth: (d || undefined) as Root["depth"] }))}
      />
      <Figure
        {...RootsRoot.growth}
        label={profile.habit.value === "monopodial" ? "Level up the stem, 1 lowest" : "Growth, 1 oldest"}
        value={root.growth || undefined}
        usual="–"
        onChange={(n) => edit((r) => ({ ...r, growth: n }))}
        by={1}
      />
      <Choice
        label="Old medium clinging to it"
        value={root.clinging ?? ""}
        options={[
          ["", "None"],
          ["sound", "Sound"],
          ["rotting", "Rotting"],
        ]}
        onChange={(c) => edit((r) => ({ ...r, clinging: (c || undefined) as Root["clinging"] }))}
      />
      <Choice
        label="As an anchor"
        value={root.anchor ?? ""}
        options={[
          ["", "By the setting"],
          ["yes", "Keep it"],
          ["no", "No"],
        ]}
        onChange={(a) => edit((r) => ({ ...r, anchor: (a || undefined) as Root["anchor"] }))}
      />
      <Tick
        label="Rot is running along this root"
        hint="A wet edge that moves, or a stain in its core"
        checked={!!root.spreads}
        onChange={(on) => edit((r) => ({ ...r, spreads: on || undefined }))}
      />
    </Row>
  );
}
