import type { Segment } from "../../lib/api/client";
import type { Words } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Fold } from "../../ui/Fold";

const feels: Words = [
  ["", "Not felt"],
  ["firm", "Firm"],
  ["limp", "Limp"],
  ["hollow", "Hollow, flat"],
  ["crunchy", "Crunchy"],
  ["thread", "Thread"],
  ["mushy", "Mushy"],
];
const colours: Words = [
  ["", "Not noted"],
  ["pale", "White to silver"],
  ["green", "Green"],
  ["patches-smooth", "Smooth brown patches"],
  ["patches-hard", "Hard or rough patches"],
  ["brown", "Even brown"],
  ["black", "Black"],
];
const wettings: Words = [
  ["", "Not tried"],
  ["greens", "Greens"],
  ["dull", "Stays dull"],
];

/** Feel, dry colour and what wetting did, each on its own. */
export function SegmentFacets({ segment, onChange }: { segment: Segment; onChange: (s: Segment) => void }) {
  const set = (facet: "feel" | "colour" | "wetting") => (code: string) =>
    onChange({ ...segment, [facet]: code === "" ? undefined : code });
  return (
    <Fold summary="Feel, colour and wetting one by one">
      <Choice label="Feel" value={segment.feel ?? ""} options={feels} onChange={set("feel")} />
      <Choice label="Colour when dry" value={segment.colour ?? ""} options={colours} onChange={set("colour")} />
      <Choice
        label="Wetted for a few minutes"
        value={segment.wetting ?? ""}
        options={wettings}
        onChange={set("wetting")}
      />
    </Fold>
  );
}
