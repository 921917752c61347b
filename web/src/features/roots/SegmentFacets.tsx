import type { Segment } from "../../lib/api/client";
import type { Words } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";
import { tell } from "../../words/roots";

const feels: Words = [
  ["", tell("not-felt")],
  ["firm", tell("firm")],
  ["limp", tell("limp")],
  ["hollow", tell("hollow-flat")],
  ["crunchy", tell("crunchy")],
  ["thread", tell("thread")],
  ["mushy", tell("mushy")],
];
const colours: Words = [
  ["", tell("not-noted")],
  ["pale", tell("white-to-silver")],
  ["green", tell("green")],
  ["patches-smooth", tell("smooth-brown-patches")],
  ["patches-hard", tell("hard-or-rough-patches")],
  ["brown", tell("even-brown")],
  ["black", tell("black")],
];
const wettings: Words = [
  ["", tell("not-tried")],
  ["greens", tell("greens")],
  ["dull", tell("stays-dull")],
];

/** Feel, dry colour and what wetting did, each on its own. */
export function SegmentFacets({ segment, onChange }: { segment: Segment; onChange: (s: Segment) => void }) {
  const set = (facet: "feel" | "colour" | "wetting") => (code: string) =>
    onChange({ ...segment, [facet]: code === "" ? undefined : code });
  return (
    <Fold summary={tell("feel-colour-and-wetting-one-by")}>
      <Choice label={tell("feel")} value={segment.feel ?? ""} options={feels} onChange={set("feel")} />
      <Choice label={tell("colour-when-dry")} value={segment.colour ?? ""} options={colours} onChange={set("colour")} />
      <Choice
        label={tell("wetted-for-a-few-minutes")}
        value={segment.wetting ?? ""}
        options={wettings}
        onChange={set("wetting")}
      />
    </Fold>
  );
}
