import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, Refused, type HomePlan, type HouseMedia, type Mixed, type Part } from "../api/client";
import { Mark, Marked } from "../marks/Mark";
import { Choice } from "../parts/Choice";
import { Figure } from "../parts/Figure";
import { Fold } from "../parts/Fold";
import { TextLine } from "../parts/TextLine";
import { Trouble } from "../parts/Trouble";
import { percent, ranged } from "../words";
import { litres, type Planning } from "./planning";
import { Wants } from "./Wants";
import { run } from "../parts/run";

type Props = Planning & { mix: Mixed; media: HouseMedia };

/** The mix: a recipe or one's own parts, what it settles to, and what to measure out. */
export function MixForm({ plan, change, wrong, mix, media }: Props) {
  const s = mix.settled;
  const own = (parts: Part[], mix_name?: string) => change({ parts, mix_name: mix_name ?? plan.mix_name });
  return (
    <section className="mix-form">
      <h2>Mix</h2>
      <p>
        <b>{mix.name}</b>
        {mix.own && (
          <button type="button" className="plain" onClick={() => change({ parts: undefined, mix_name: undefined })}>
            Back to {mix.advised?.name ?? "the advised one"}
          </button>
        )}
      </p>
      {!mix.own && (
        <ul className="why">
          {mix.advised?.reasons.map((t) => (
            <li key={t.value}>
              <Marked text={t} />
            </li>
          ))}
        </ul>
      )}
      <Choice
        label="Where it, or its parents, grow"
        value={plan.origin ?? ""}
        options={[
          ["", "Not known"],
          ["tree", "On trees"],
          ["rock", "On rock"],
          ["litter", "In leaf litter"],
          ["limestone", "On limestone"],
        ]}
        onChange={(v) => change({ origin: (v || undefined) as HomePlan["origin"] })}
      />
      <Choice
        label="How it will be watered"
        value={plan.waters ?? ""}
        options={[
          ["", "Not known"],
          ["often", "Often"],
          ["seldom", "Seldom"],
        ]}
        onChange={(v) => change({ waters: (v || undefined) as HomePlan["waters"] })}
      />
      <Parts parts={plan.parts ?? mix.parts} media={media} wrong={wrong} onChange={own} />
      {media.recipes.length > 0 && (
        <p className="mix-own">
          Your own mixes:{" "}
          {media.recipes.map((r) => (
            <button key={r.id} type="button" className="turned" onClick={() => own(r.parts, r.name)}>
              {r.name}
            </button>
          ))}
        </p>
      )}
      <Settles mix={mix} />
      {mix.judged.map((t) => (
        <p key={t.value} className="mix-judged">
          <Marked text={t} />
        </p>
      ))}
      <h3>Measure out for this pot</h3>
      <Wants list={mix.need} />
      <p className="why">
        It settles to {litres(s.volume_l)}.{" "}
        {s.wicks ? (
          "It draws water up to the top."
        ) : !mix.rise_mm.value ? (
          "How high it draws water is not known: find the damp once its reservoir stands, and say it above."
        ) : (
          <>
            It draws water about {Math.round(mix.rise_mm.value)} mm high,{" "}
            {ranged(mix.rise_mm.low, mix.rise_mm.high, (mm) => `${Math.round(mm)} mm`)} <Mark from={mix.rise_mm} />.
          </>
        )}
      </p>
      {mix.life && (
        <p className="why">
          <Marked text={mix.life.words} />
        </p>
      )}
      <KeepRecipe parts={mix.parts} />
    </section>
  );
}

type PartsProps = {
  parts: Part[];
  media: HouseMedia;
  wrong: (field: string) => string | undefined;
  onChange: (parts: Part[]) => void;
};

/** Parts by volume, each to be changed, more to be added. */
function Parts({ parts, media, wrong, onChange }: PartsProps) {
  const named = (code: string) => media.components.find((c) => c.code === code);
  const rest = media.components.filter((c) => !parts.some((p) => p.component === c.code));
  return (
    <div className="mix-parts">
      <div className="row-of-figures">
        {parts.map((p, i) => (
          <Figure
            key={p.component}
            label={named(p.component)?.name ?? p.component}
            unit="parts"
            value={Number(p.parts.toFixed(2))}
            min={0}
            max={1000}
            by={1}
            onChange={(n) => onChange(parts.map((q, j) => (j === i ? { ...q, parts: n ?? 0 } : q)))}
            error={i === 0 ? wrong("parts") : undefined}
          />
        ))}
      </div>
      <label>
        <span className="figure-label">Add a component</span>
        <select
          value=""
          onChange={(e) => e.target.value && onChange([...parts, { component: e.target.value, parts: 1 }])}
        >
          <option value="">Choose one</option>
          {rest.map((c) => (
            <option key={c.code} value={c.code}>
              {c.name}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}

/** What is poured and what it settles to, and of that: air, water, solids. */
function Settles({ mix }: { mix: Mixed }) {
  const s = mix.settled;
  const lost = s.poured_l - s.volume_l;
  const shares = [
    ["air", s.air],
    ["water", s.water],
    ["solid", Math.max(0, 1 - s.air - s.water)],
  ] as const;
  let x = 0;
  const bars = shares.map(([name, share]) => {
    const from = x;
    x += share * 300;
    return { name, share, from };
  });
  return (
    <div className="mix-settles">
      <svg viewBox="0 0 300 46" role="img" aria-label={`Air ${percent(s.air)}, water ${percent(s.water)}`}>
        {bars.map((b) => (
          <g key={b.name}>
            <rect x={b.from} y="0" width={b.share * 300} height="20" className={`mix-${b.name}`} />
            {b.share > 0.12 && (
              <text x={b.from + 4} y="38">
                {b.name} {percent(b.share)}
              </text>
            )}
          </g>
        ))}
      </svg>
      <p>
        {s.shrinks
          ? `Parts do not add up: ${litres(s.poured_l)} poured, ${litres(s.volume_l)} in the pot. ${litres(lost)} of it falls into gaps.`
          : "Its pieces are alike: hardly anything falls into gaps."}
      </p>
      {s.folds.some((f) => f.lost_l > 0.005) && (
        <Fold className="normal" summary="What falls where">
          <ul className="why">
            {s.folds
              .filter((f) => f.lost_l > 0.005)
              .map((f) => (
                <li key={f.component}>
                  {f.name}: {litres(f.lost_l)} between the coarser pieces.
                </li>
              ))}
          </ul>
        </Fold>
      )}
    </div>
  );
}

/** Keeps these parts as a mix of the house's own. */
function KeepRecipe({ parts }: { parts: Part[] }) {
  const cache = useQueryClient();
  const [name, setName] = useState("");
  const [told, setTold] = useState("");
  const [trouble, setTrouble] = useState<unknown>();
  const keep = async () => {
    try {
      await ask(client.POST("/api/v1/media/recipes", { body: { name, parts } }));
      setTold(`“${name}” is kept among your own mixes.`);
      setName("");
      setTrouble(undefined);
      await cache.invalidateQueries({ queryKey: ["media"] });
    } catch (e) {
      setTrouble(e);
      setTold("");
    }
  };
  return (
    <Fold className="normal" summary="Keep it as a mix of your own">
      <form
        className="mix-keep"
        onSubmit={(e) => {
          e.preventDefault();
          run(keep());
        }}
      >
        <TextLine
          label="Name of the mix"
          value={name}
          max={80}
          onChange={setName}
          error={trouble instanceof Refused ? trouble.at("name") : undefined}
        />
        <button type="submit" className="turned">
          Keep it
        </button>
      </form>
      {told && <p role="status">{told}</p>}
      {trouble !== undefined && !(trouble instanceof Refused && trouble.at("name")) && <Trouble error={trouble} />}
    </Fold>
  );
}
