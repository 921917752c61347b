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
import { Say } from "../../ui/Say";
import { Tell, tell } from "../../words/rehome";
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
      <h2>{tell("pot")}</h2>
      <p data-part="pot-advice">
        <Tell
          of="advised-2"
          with={{
            route: <b>{words(size.pot)}</b>,
            litres: litres(size.volume_l),
            pot: plan.pot && <Plain onClick={() => change({ pot: undefined })}>{tell("take-the-advised-one")}</Plain>,
          }}
        />
      </p>
      <ul>
        {size.reasons.map((t) => (
          <li key={t.value}>
            <Marked text={t} />
          </li>
        ))}
      </ul>
      <h3>{plan.pot ? tell("the-pot-at-hand-inside-measures") : tell("another-pot-at-hand-say-its")}</h3>
      <Choice
        label={tell("shape")}
        value={pot.shape}
        options={[
          ["round", tell("round")],
          ["box", tell("box")],
          ["bowl", tell("bowl")],
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
        label={tell("wall")}
        value={pot.wall ?? ""}
        options={Object.entries(walls).map(([code, w]) => [code, w.name] as const)}
        onChange={(wall) => set({ wall: wall as Pot["wall"] })}
      />
      <Tick
        label={tell("holes-in-the-wall")}
        checked={!!pot.side_holes}
        onChange={(on) => set({ side_holes: on || undefined })}
      />
      <Fits fit={fit} />
    </section>
  );
}

/** Whether it fits, and what it holds. */
const Fits = ({ fit }: { fit: PotFit }) => (
  <>
    <p className={css.fits} data-verdict={fit.verdict}>
      <b>
        <Say of={fit.verdict_words} />
      </b>
    </p>
    {fit.words.map((t) => (
      <p key={t.value}>
        <Marked text={t} />
      </p>
    ))}
    <Facts
      rows={[
        [tell("volume"), litres(fit.volume_l)],
        [tell("mix-to-have-ready"), litres(fit.medium_l)],
        ...(fit.crock_l > 0 ? [[tell("coarse-layer"), litres(fit.crock_l)] as [string, string]] : []),
        ...(fit.gap_mm !== undefined
          ? ([
              [tell("reservoir-holds"), litres(fit.reservoir_l)],
              [tell("lowest-root-to-the-water"), `${Math.round(fit.gap_mm)} mm`],
            ] as [string, string][])
          : []),
        ...(fit.days_to_water !== undefined
          ? [
              [tell("roots-reach-it-in-about"), tell("days", { daystowater: Math.round(fit.days_to_water) })] as [
                string,
                string,
              ],
            ]
          : []),
      ]}
    />
  </>
);

const words = (p: Pot) => tell("mm-wide-mm-high", { topmm: figure(p.top_mm), heightmm: figure(p.height_mm) });
