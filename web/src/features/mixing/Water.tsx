import { ask, client, type Blend, type Flush, type Flushed } from "../../lib/api/client";
import { OxygenAsk, SolutionsBlend, SolutionsFlush } from "../../lib/api/fields";
import { figure, fixed, percent, volume } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Headline, Aside } from "../../ui/Said";
import { Tell, tell } from "../../words/mixing";
import { Part } from "./Halves";
import { Amount, Beside, ComesOut } from "./Measured";
import css from "./mixing.module.css";
import { startOf, useWorked, type BenchProps } from "./useWorked";

/** Tap and pure water to a target; how much rinses a pot; what oxygen water holds. */
export function Water(p: BenchProps) {
  return (
    <>
      <BlendMix {...p} />
      <FlushMix {...p} />
      <Oxygen {...p} />
    </>
  );
}

function BlendMix({ knowledge: k, tools }: BenchProps) {
  const start = () => startOf<Partial<Blend>>(k, "blend");
  const bench = useWorked(SolutionsBlend, start, {
    name: "blend",
    body: ({ tap, pure, target, volume_l }) =>
      tap !== undefined && pure !== undefined && target !== undefined && volume_l
        ? { tap, pure, target, volume_l, tools }
        : undefined,
    work: (body) => ask(client.POST("/api/v1/compute/blend", { body })),
  });
  const { at, answer: m } = bench;
  return (
    <Part
      name={tell("blend")}
      title={tell("tap-and-pure-water")}
      trouble={bench.trouble}
      asked={
        <>
          <Figure {...at("tap")} />
          <Figure {...at("pure")} />
          <Figure {...at("target")} />
          <Figure {...at("volume_l")} />
        </>
      }
    >
      {m && (
        <>
          <Amount name={tell("tap-water")} hand={m.tap} knowledge={k} />
          <Amount name={tell("pure-water")} hand={m.pure} knowledge={k} />
          <ComesOut low={m.low} high={m.high} unit="ppm" />
          <Beside notes={m.notes} care={[]} />
        </>
      )}
    </Part>
  );
}

/** Down to a share of what was there, or to a reading of the runoff. */
type Flushing = Flush & { way: string };

const flush = {
  name: "flush",
  body: ({ way, pot_ml, holds_percent, left_percent, start, target, water }: Flushing): Flush | undefined => {
    const aim =
      way === "share"
        ? left_percent && { left_percent }
        : start && target && water !== undefined && { start, target, water };
    return pot_ml && aim ? { pot_ml, holds_percent, ...aim } : undefined;
  },
  work: (body: Flush) => ask(client.POST("/api/v1/compute/flush", { body })),
};

function FlushMix({ knowledge: k }: BenchProps) {
  const start = (): Flushing => ({ ...startOf<Flush>(k, "flush"), way: "share" });
  const { asked, set, at, answer, trouble } = useWorked(SolutionsFlush, start, flush);
  return (
    <Part
      name={tell("flush")}
      title={tell("flushing-a-pot")}
      trouble={trouble}
      asked={
        <>
          <Figure {...at("pot_ml")} />
          <Figure {...at("holds_percent")} />
          <Choice
            label={tell("down-to")}
            value={asked.way}
            options={[
              ["share", tell("a-share-of-what-was-there")],
              ["reading", tell("a-reading-of-the-runoff")],
            ]}
            onChange={(way) => set({ way })}
          />
          {asked.way === "share" ? (
            <Figure {...at("left_percent")} />
          ) : (
            <>
              <Figure {...at("start")} />
              <Figure {...at("target")} />
              <Figure {...at("water")} />
            </>
          )}
        </>
      }
    >
      {answer && <Poured m={answer} />}
    </Part>
  );
}

const Poured = ({ m }: { m: Flushed }) => (
  <>
    <Headline>{tell("pour-through", { ml: volume(m.ml) })}</Headline>
    <p>
      {tell("that-is-times-the-it-holds-and", {
        volumes: figure(m.volumes, 2),
        heldml: volume(m.held_ml),
        leftshare: percent(m.left_share),
      })}
    </p>
    {m.two_pot_ml && (
      <p>
        <Tell
          of="by-the-rule-of-two-pot-volumes"
          with={{
            volume: <b>{volume(m.two_pot_ml)}</b>,
            leftbyrule: (m.left_by_rule ?? 0) < 0.01 ? tell("less-than-1") : percent(m.left_by_rule ?? 0),
          }}
        />
      </p>
    )}
    <Beside notes={m.notes} care={[]} />
  </>
);

function Oxygen({ knowledge: k }: BenchProps) {
  const start = () => startOf<{ celsius?: number }>(k, "oxygen");
  const { at, answer } = useWorked(OxygenAsk, start, {
    name: "oxygen",
    body: ({ celsius }) => (celsius === undefined ? undefined : { celsius }),
    work: (body) => ask(client.POST("/api/v1/compute/oxygen", { body })),
  });
  return (
    <section className={css.part} aria-label={tell("oxygen")}>
      <h2>{tell("oxygen-in-fresh-water")}</h2>
      <Figure {...at("celsius")} />
      {answer && (
        <p>
          <Tell
            of="it-holds-mg-l-when-fresh-warm"
            with={{ mgperl: fixed(answer.mg_per_l, 2), source: answer.source }}
            parts={{ b: <b />, aside: <Aside>{null}</Aside> }}
          />
        </p>
      )}
    </section>
  );
}
