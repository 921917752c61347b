import { useState } from "react";
import { ask, client, Refused, type Profile, type RootsReading, type Verdict } from "../../lib/api/client";
import { GridCount } from "../../lib/api/fields";
import { run } from "../../lib/run";
import { length } from "../../lib/words";
import { Tick } from "../../ui/Choice";
import { FieldError } from "../../ui/Field";
import { Figure } from "../../ui/Figure";
import { Fold } from "../../ui/Fold";
import { Mark } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/roots";
import { Dip } from "./Dip";

type Props = {
  roots: RootsReading;
  verdict: Verdict;
  profile: Profile;
  change: (make: (now: RootsReading) => RootsReading) => void;
};

/** What bears on every root: stains, crust, wobble, rot on the move. */
export function Surroundings({ roots, verdict, profile, change }: Props) {
  const flag = (name: "in_pot" | "stained" | "crust" | "wobbly" | "spreading_rot" | "none_found") => ({
    checked: !!roots[name],
    onChange: (on: boolean) => change((now) => ({ ...now, [name]: on || undefined })),
  });
  return (
    <section className={view.columns} aria-label={tell("pot-and-plant")}>
      <Tick
        label={tell("it-is-still-in-its-pot")}
        hint={tell("read-through-the-wall-and-at-the")}
        {...flag("in_pot")}
      />
      <Tick label={tell("the-pot-or-medium-stains")} hint={tell("tannin-from-bark-or-husk")} {...flag("stained")} />
      <Tick label={tell("crust-on-the-medium")} hint={tell("white-or-brown-salt")} {...flag("crust")} />
      <Tick label={tell("the-plant-wobbles")} hint={tell("it-will-want-anchors")} {...flag("wobbly")} />
      <Tick
        label={tell("rot-runs-from-root-to-root")}
        hint={tell("wilt-fungus-or-soft-rot")}
        {...flag("spreading_rot")}
      />
      {roots.roots.length === 0 && !roots.dip && (
        <Tick label={tell("there-are-no-roots")} hint={tell("you-looked-and-found-none")} {...flag("none_found")} />
      )}
      <Dip roots={roots} verdict={verdict} profile={profile} change={change} />
      <GridHelper />
    </section>
  );
}

/** Total length of a root mass too thick to read root by root. */
function GridHelper() {
  const [crossings, setCrossings] = useState<number>();
  const [spacing, setSpacing] = useState<number | undefined>(10);
  const [answer, setAnswer] = useState<{ length_mm: number; factor: { mark: string; source?: string } }>();
  const [wrong, setWrong] = useState("");
  const count = async () => {
    try {
      setWrong("");
      setAnswer(
        await ask(
          client.POST("/api/v1/compute/grid-count", { body: { crossings: crossings ?? 0, spacing_mm: spacing ?? 0 } }),
        ),
      );
    } catch (e) {
      setAnswer(undefined);
      setWrong(
        e instanceof Refused
          ? (e.problem?.faults?.map((f) => f.words).join(" ") ?? e.message)
          : tell("it-could-not-be-computed"),
      );
    }
  };
  return (
    <Fold summary={tell("too-many-to-count-estimate-the")}>
      <p>{tell("spread-the-roots-on-squared")}</p>
      <Row>
        <Figure {...GridCount.crossings} value={crossings} onChange={setCrossings} />
        <Figure {...GridCount.spacing_mm} value={spacing} onChange={setSpacing} />
        <Plain onClick={() => run(count())}>{tell("estimate")}</Plain>
        {answer && (
          <output>
            <Tell
              of="of-root"
              with={{ length: <b>{length(answer.length_mm)}</b>, mark: <Mark from={answer.factor} /> }}
            />
          </output>
        )}
      </Row>
      {wrong && <FieldError words={wrong} />}
    </Fold>
  );
}
