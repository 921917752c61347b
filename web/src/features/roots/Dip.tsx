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
import { Tell, tell } from "../../words/roots";
import { Scale } from "../weights";

type Props = {
  roots: RootsReading;
  verdict: Verdict;
  profile: Profile;
  change: (make: (now: RootsReading) => RootsReading) => void;
};

const lives: Words = [
  ["", tell("not-felt")],
  ["none", tell("none-of-it")],
  ["little", tell("a-little")],
  ["half", tell("about-half")],
  ["most", tell("most")],
  ["all", tell("all-of-it")],
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
    <Fold summary={tell("too-many-to-count-weigh-them-in")} open={!!dip}>
      <ol>
        <li>{tell("put-a-jug-of-water-on-a-scale")}</li>
        <li>{tell("hold-the-roots-in-the-water-up")}</li>
        <li>{tell("read-the-grams-they-are-its")}</li>
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
        {dip && <Button onClick={() => weigh(undefined)}>{tell("take-it-back")}</Button>}
      </Row>
      {dip && roots.roots.length === 0 && (
        <Choice
          label={tell("how-much-of-it-is-firm")}
          value={dip.lives ?? ""}
          options={lives}
          onChange={(v) => set({ lives: (v || undefined) as NonNullable<typeof dip.lives> | undefined })}
        />
      )}
      {dip && roots.roots.length > 0 && <Why>{tell("how-much-of-it-lives-is-taken")}</Why>}
      {came && (
        <p data-part="dip-came" role="status">
          <Tell
            of="of-root-side-about-long-it"
            with={{
              area: <b>{area(came.area_cm2.point)}</b>,
              between,
              length: length(came.length_mm.point),
              diametermm: !dip?.diameter_mm && (
                <>
                  {" "}
                  <Tell
                    of="thickness-as-usual-for-its-group"
                    with={{ mark: <Mark from={profile.root_diameter_mm} /> }}
                  />
                </>
              ),
            }}
          />
        </p>
      )}
      {roots.none_found && dip && <FieldError words={tell("you-said-that-there-are-no-roots")} />}
    </Fold>
  );
}
