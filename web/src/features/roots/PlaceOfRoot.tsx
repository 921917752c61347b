import type { Profile, Root } from "../../lib/api/client";
import { RootsRoot } from "../../lib/api/fields";
import { Choice, Tick } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Row } from "../../ui/Row";
import { tell } from "../../words/roots";
import { depthChoices, keysOfDepths } from "./TallyPad";

type Props = { root: Root; profile: Profile; edit: (make: (r: Root) => Root) => void };

/** The tip, the place on the plant, and what clings to the root. */
export function PlaceOfRoot({ root, profile, edit }: Props) {
  return (
    <Row>
      <Choice
        label={tell("tip-2")}
        value={root.tip ?? ""}
        options={[
          ["", tell("not-noted")],
          ["growing", tell("growing")],
          ["sealed", tell("sealed-over")],
        ]}
        keys={{ growing: "W", sealed: "Q" }}
        onChange={(t) => edit((r) => ({ ...r, tip: (t || undefined) as Root["tip"] }))}
      />
      <Choice
        label={tell("where-it-sits")}
        value={root.depth ?? ""}
        options={depthChoices}
        keys={keysOfDepths}
        onChange={(d) => edit((r) => ({ ...r, depth: (d || undefined) as Root["depth"] }))}
      />
      <Figure
        {...RootsRoot.growth}
        label={profile.habit.value === "monopodial" ? tell("level-up-the-stem-1-lowest") : tell("growth-1-oldest")}
        value={root.growth || undefined}
        usual="–"
        onChange={(n) => edit((r) => ({ ...r, growth: n }))}
        by={1}
      />
      <Choice
        label={tell("old-medium-clinging-to-it")}
        value={root.clinging ?? ""}
        options={[
          ["", tell("none")],
          ["sound", tell("sound")],
          ["rotting", tell("rotting")],
        ]}
        onChange={(c) => edit((r) => ({ ...r, clinging: (c || undefined) as Root["clinging"] }))}
      />
      <Choice
        label={tell("as-an-anchor")}
        value={root.anchor ?? ""}
        options={[
          ["", tell("by-the-setting")],
          ["yes", tell("keep-it")],
          ["no", tell("no")],
        ]}
        onChange={(a) => edit((r) => ({ ...r, anchor: (a || undefined) as Root["anchor"] }))}
      />
      <Tick
        label={tell("rot-is-running-along-this-root")}
        hint={tell("a-wet-edge-that-moves-or-a-stain")}
        checked={!!root.spreads}
        onChange={(on) => edit((r) => ({ ...r, spreads: on || undefined }))}
      />
    </Row>
  );
}
