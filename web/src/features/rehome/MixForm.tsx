import { Button } from "antd";
import { useState } from "react";
import { SharesBar } from "../../draw/SharesBar";
import { ask, client, type HomePlan, type HouseMedia, type Mixed, type Part } from "../../lib/api/client";
import { AddRecipe, MediaPart } from "../../lib/api/fields";
import { useSend } from "../../lib/send";
import { ranged } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Fold } from "../../ui/Fold";
import { KeepersOnly } from "../../ui/KeepersOnly";
import { Mark, Marked } from "../../ui/Mark";
import { Pick } from "../../ui/Pick";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/rehome";
import { Wants } from "./Wants";
import { litres, type Planning } from "./planning";
import css from "./rehome.module.css";

type Props = Planning & { mix: Mixed; media: HouseMedia };

/** The mix: a recipe or one's own parts, what it settles to, and what to measure out. */
export function MixForm({ plan, change, wrong, mix, media }: Props) {
  const s = mix.settled;
  const own = (parts: Part[], mix_name?: string) => change({ parts, mix_name: mix_name ?? plan.mix_name });
  return (
    <section data-part="mix-form">
      <h2>{tell("mix-2")}</h2>
      <p>
        <b>{mix.name}</b>
        {mix.own && (
          <Plain onClick={() => change({ parts: undefined, mix_name: undefined })}>
            {tell("back-to", { advised: mix.advised?.name ?? tell("the-advised-one") })}
          </Plain>
        )}
      </p>
      {!mix.own && (
        <ul>
          {mix.advised?.reasons.map((t) => (
            <li key={t.value}>
              <Marked text={t} />
            </li>
          ))}
        </ul>
      )}
      <GrowsAndWaters plan={plan} change={change} />
      <Parts parts={plan.parts ?? mix.parts} media={media} wrong={wrong} onChange={own} />
      {media.recipes.length > 0 && (
        <Row words>
          <Tell
            of="your-own-mixes"
            with={{
              mixes: media.recipes.map((r) => (
                <Button key={r.id} onClick={() => own(r.parts, r.name)}>
                  {r.name}
                </Button>
              )),
            }}
          />
        </Row>
      )}
      <Settles mix={mix} />
      {mix.judged.map((t) => (
        <p key={t.value}>
          <Marked text={t} />
        </p>
      ))}
      <h3>{tell("measure-out-for-this-pot")}</h3>
      <Wants list={mix.need} />
      <Why>
        <Tell
          of="it-settles-to"
          with={{
            litres: litres(s.volume_l),
            wicks: s.wicks ? (
              tell("it-draws-water-up-to-the-top")
            ) : !mix.rise_mm.value ? (
              tell("how-high-it-draws-water-is-not")
            ) : (
              <>
                <Tell
                  of="it-draws-water-about-mm-high"
                  with={{
                    risemm: Math.round(mix.rise_mm.value),
                    low: ranged(mix.rise_mm.low, mix.rise_mm.high, (mm) => `${Math.round(mm)} mm`),
                    mark: <Mark from={mix.rise_mm} />,
                  }}
                />
              </>
            ),
          }}
        />
      </Why>
      {mix.life && (
        <Why>
          <Marked text={mix.life.words} />
        </Why>
      )}
      <KeepRecipe parts={mix.parts} />
    </section>
  );
}

/** Where its kind grows, and how it will be watered: the mix hangs on both. */
const GrowsAndWaters = ({ plan, change }: Pick<Planning, "plan" | "change">) => (
  <>
    <Choice
      label={tell("where-it-or-its-parents-grow")}
      value={plan.origin ?? ""}
      options={[
        ["", tell("not-known")],
        ["tree", tell("on-trees")],
        ["rock", tell("on-rock")],
        ["litter", tell("in-leaf-litter")],
        ["limestone", tell("on-limestone")],
      ]}
      onChange={(v) => change({ origin: (v || undefined) as HomePlan["origin"] })}
    />
    <Choice
      label={tell("how-it-will-be-watered")}
      value={plan.waters ?? ""}
      options={[
        ["", tell("not-known")],
        ["often", tell("often")],
        ["seldom", tell("seldom")],
      ]}
      onChange={(v) => change({ waters: (v || undefined) as HomePlan["waters"] })}
    />
  </>
);

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
    <div>
      <Row>
        {parts.map((p, i) => (
          <Figure
            {...MediaPart.parts}
            key={p.component}
            label={named(p.component)?.name ?? p.component}
            value={Number(p.parts.toFixed(2))}
            by={1}
            onChange={(n) => onChange(parts.map((q, j) => (j === i ? { ...q, parts: n ?? 0 } : q)))}
            error={i === 0 ? wrong("parts") : undefined}
          />
        ))}
      </Row>
      <Pick
        label={tell("add-a-component")}
        value={undefined}
        empty={tell("choose-one")}
        options={rest.map((c) => ({ value: c.code, label: c.name }))}
        onChange={(component) => onChange([...parts, { component, parts: 1 }])}
      />
    </div>
  );
}

/** What is poured and what it settles to, and of that: air, water, solids. */
function Settles({ mix }: { mix: Mixed }) {
  const s = mix.settled;
  const lost = s.poured_l - s.volume_l;
  return (
    <div data-part="settles">
      <div className={css.narrow}>
        <SharesBar air={s.air} water={s.water} width={300} words />
      </div>
      <p>
        {s.shrinks
          ? tell("parts-do-not-add-up-poured-in", {
              poured: litres(s.poured_l),
              filled: litres(s.volume_l),
              gaps: litres(lost),
            })
          : tell("its-pieces-are-alike-hardly")}
      </p>
      {s.folds.some((f) => f.lost_l > 0.005) && (
        <Fold summary={tell("what-falls-where")}>
          <ul>
            {s.folds
              .filter((f) => f.lost_l > 0.005)
              .map((f) => (
                <li key={f.component}>
                  {tell("between-the-coarser-pieces", { name: f.name, litres: litres(f.lost_l) })}
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
  const [name, setName] = useState("");
  const [told, setTold] = useState("");
  const { send, trouble, wrong } = useSend({
    then: () => {
      setTold(tell("is-kept-among-your-own-mixes", { name }));
      setName("");
    },
    but: () => setTold(""),
  });
  return (
    <Fold summary={tell("keep-it-as-a-mix-of-your-own")}>
      <KeepersOnly words={tell("mixes-of-the-house-are-kept-by-a")}>
        <form
          data-part="mix-keep"
          onSubmit={(e) => {
            e.preventDefault();
            send(() => ask(client.POST("/api/v1/media/recipes", { body: { name, parts } })));
          }}
        >
          <TextLine {...AddRecipe.name} value={name} onChange={setName} error={wrong("name")} />
          <Button htmlType="submit">{tell("keep-it")}</Button>
        </form>
      </KeepersOnly>
      {told && <p role="status">{told}</p>}
      {trouble && !wrong("name") && <Trouble error={trouble} />}
    </Fold>
  );
}
