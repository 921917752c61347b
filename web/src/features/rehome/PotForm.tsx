import { useQuery } from "@tanstack/react-query";
import type { Pot, PotFit, Rehoming } from "../../lib/api/client";
import { PotsPot } from "../../lib/api/fields";
import { rehomeKnowledge } from "../../lib/api/queries";
import { fieldsOf } from "../../lib/form";
import { figure } from "../../lib/words";
import { Choice, Tick } from "../../ui/Choice";
import { Facts } from "../../ui/Facts";
import { Figure } from "../../ui/Figure";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { litres, type Planning } from "./planning";
import css from "./rehome.module.css";

type Props = Planning & { size: NonNullable<Rehoming["size"]>; pot: Pot; fit: PotFit; reservoir: boolean };

/** The pot advised, the pot at hand, and how it fits. */
export function PotForm({ plan, change, wrong, size, pot: used, fit, reservoir }: Props) {
  const walls = useQuery(rehomeKnowledge).data?.pots.walls ?? {};
  const pot = plan.pot ?? used;
  const set = (part: Partial<Pot>) => change({ pot: { ...pot, ...part } });
  const at = fieldsOf(PotsPot, pot, set, (field) => wrong(`pot.${field}`));
  return (
    <section data-part="pot-form">
      <h2>Pot</h2>
      <p data-part="pot-advice">
        Advised: <b>{words(size.pot)}</b>, {litres(size.volume_l)}.
        {plan.pot && <Plain onClick={() => change({ pot: undefined })}>Take the advised one</Plain>}
      </p>
      <ul>
        {size.reasons.map((t) => (
          <li key={t.value}>
            <Marked text={t} />
          </li>
        ))}
      </ul>
      <h3>{plan.pot ? "The pot at hand, inside measures" : "Another pot at hand? Say its inside measures"}</h3>
      <Choice
        label="Shape"
        value={pot.shape}
        options={[
          ["round", "Round"],
          ["box", "Box"],
          ["bowl", "Bowl"],
        ]}
        onChange={(shape) => set({ shape: shape as Pot["shape"] })}
      />
      <Row>
        <Figure {...at("top_mm")} />
        {pot.shape !== "bowl" && <Figure {...at("bottom_mm")} />}
        {pot.shape === "box" && <Figure {...at("top_depth_mm")} />}
        {pot.shape === "box" && <Figure {...at("bottom_depth_mm")} />}
        <Figure {...at("height_mm")} />
        <Figure {...at("crock_mm")} />
        {reservoir && <Figure {...at("hole_mm")} />}
      </Row>
      <Choice
        label="Wall"
        value={pot.wall ?? ""}
        options={Object.entries(walls).map(([code, w]) => [code, w.name] as const)}
        onChange={(wall) => set({ wall: wall as Pot["wall"] })}
      />
      <Tick
        label="Holes in the wall"
        checked={!!pot.side_holes}
        onChange={(on) => set({ side_holes: on || undefined })}
      />
      <p className={css.fits} data-verdict={fit.verdict}>
        <b>{verdicts[fit.verdict]}</b>
      </p>
      {fit.words.map((t) => (
        <p key={t.value}>
          <Marked text={t} />
        </p>
      ))}
      <Facts
        rows={[
          ["Volume", litres(fit.volume_l)],
          ["Mix to have ready", litres(fit.medium_l)],
          ...(fit.crock_l > 0 ? [["Coarse layer", litres(fit.crock_l)] as [string, string]] : []),
          ...(fit.gap_mm !== undefined
            ? ([
                ["Reservoir holds", litres(fit.reservoir_l)],
                ["Lowest root to the water", `${Math.round(fit.gap_mm)} mm`],
              ] as [string, string][])
            : []),
          ...(fit.days_to_water !== undefined
            ? [["Roots reach it in about", `${Math.round(fit.days_to_water)} days`] as [string, string]]
            : []),
        ]}
      />
    </section>
  );
}

const verdicts: Record<PotFit["verdict"], string> = {
  fits: "This pot fits its living roots.",
  big: "This pot is too big for its living roots.",
  small: "This pot is too low for its living roots.",
  topples: "This pot does not stand.",
  narrow: "This pot is too narrow for its base.",
};

const words = (p: Pot) => `${figure(p.top_mm)} mm wide, ${figure(p.height_mm)} mm high`;
