import { Button } from "antd";
import type { Profile, RootsReading, Verdict } from "../../lib/api/client";
import { RootsDip } from "../../lib/api/fields";
import { area, length, ranged, type Words } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { FieldError } from "../../ui/Field";
import { Figure } from "../../ui/Figure";
import { Fold } from "../../ui/Fold";
import { Mark } from "../../ui/Mark";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { Scale } from "../weights";

type Props = {
  roots: RootsReading;
  verdict: Verdict;
  profile: Profile;
  change: (make: (now: RootsReading) => RootsReading) => void;
};

const lives: Words = [
  ["", "Not felt"],
  ["none", "None of it"],
  ["little", "A little"],
  ["half", "About half"],
  ["most", "Most"],
  ["all", "All of it"],
];

/** A root mass as a whole, by the water it pushes aside. */
export function Dip({ roots, verdict, profile, change }: Props) {
  const dip = roots.dip;
  const set = (part: Partial<NonNullable<RootsReading["dip"]>>) =>
    change((now) => ({ ...now, dip: { grams: 0, ...now.dip, ...part } }));
  const weigh = (grams: number | undefined) =>
    grams === undefined ? change((now) => ({ ...now, dip: undefined })) : set({ grams });
  const came = verdict.totals.dip;
  const between = came && ranged(came.area_cm2.low, came.area_cm2.high, area);
  return (
    <Fold summary="Too many to count? Weigh them in water" open={!!dip}>
      <ol>
        <li>Put a jug of water on a scale, and tare it.</li>
        <li>Hold the roots in the water up to the base. They touch neither wall nor bottom.</li>
        <li>Read the grams: they are its millilitres. Shake off bubbles first.</li>
      </ol>
      <Scale onTake={weigh} />
      <Row>
        <Figure {...RootsDip.grams} value={dip?.grams} onChange={weigh} />
        <Figure
          {...RootsDip.diameter_mm}
          value={dip?.diameter_mm}
          usual={`${profile.root_diameter_mm.value}`}
          onChange={(diameter_mm) => dip && set({ diameter_mm })}
        />
        {dip && <Button onClick={() => weigh(undefined)}>Take it back</Button>}
      </Row>
      {dip && roots.roots.length === 0 && (
        <Choice
          label="How much of it is firm?"
          value={dip.lives ?? ""}
          options={lives}
          onChange={(v) => set({ lives: (v || undefined) as NonNullable<typeof dip.lives> | undefined })}
        />
      )}
      {dip && roots.roots.length > 0 && <Why>How much of it lives is taken from the roots read one by one.</Why>}
      {came && (
        <p data-part="dip-came" role="status">
          <b>{area(came.area_cm2.point)}</b> of root side, {between}. About {length(came.length_mm.point)} long. It
          stands in the place of what was estimated root by root.
          {!dip?.diameter_mm && (
            <>
              {" "}
              Thickness as usual for its group <Mark from={profile.root_diameter_mm} />: measure a few for a better one.
            </>
          )}
        </p>
      )}
      {roots.none_found && dip && <FieldError words="You said that there are no roots. Take one of the two back." />}
    </Fold>
  );
}
