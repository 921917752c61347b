import { useState } from "react";
import { ask, client } from "../../lib/api/client";
import { figure, percent, volume } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Figure } from "../../ui/Figure";
import { Headline, Aside } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Amount, Beside, ComesOut } from "./Measured";
import css from "./mixing.module.css";
import { useWorked, type BenchProps } from "./useWorked";

/** Tap and pure water to a target; how much rinses a pot; what oxygen water holds. */
export function Water(p: BenchProps) {
  return (
    <>
      <BlendMix {...p} />
      <FlushMix />
      <Oxygen />
    </>
  );
}

function BlendMix({ knowledge: k, tools }: BenchProps) {
  const [tap, setTap] = useState<number | undefined>(260);
  const [pure, setPure] = useState<number | undefined>(10);
  const [target, setTarget] = useState<number | undefined>(60);
  const [litres, setLitres] = useState<number | undefined>(10);
  const body =
    tap !== undefined && pure !== undefined && target !== undefined && litres
      ? { tap, pure, target, volume_l: litres, tools }
      : undefined;
  const worked = useWorked("blend", body, (b) => ask(client.POST("/api/v1/compute/blend", { body: b })));
  const m = worked.answer;
  return (
    <section className={css.part} aria-label="Blend">
      <h2>Tap and pure water</h2>
      <div className={css.two}>
        <div className={css.asked}>
          <Figure
            label="Tap water reads"
            unit="ppm"
            value={tap}
            min={0}
            max={20_000}
            onChange={setTap}
            error={worked.wrong("tap")}
          />
          <Figure
            label="Pure water reads"
            unit="ppm"
            value={pure}
            min={0}
            max={20_000}
            onChange={setPure}
            error={worked.wrong("pure")}
          />
          <Figure
            label="The blend should read"
            unit="ppm"
            value={target}
            min={0}
            max={20_000}
            onChange={setTarget}
            error={worked.wrong("target")}
          />
          <Figure
            label="Blend to make"
            unit="L"
            value={litres}
            min={0.01}
            max={10_000}
            onChange={setLitres}
            error={worked.wrong("volume_l")}
          />
        </div>
        <div className={css.measure} aria-live="polite">
          {worked.trouble && <Trouble error={worked.trouble} />}
          {m && (
            <>
              <Amount name="Tap water" hand={m.tap} knowledge={k} />
              <Amount name="Pure water" hand={m.pure} knowledge={k} />
              <ComesOut low={m.low} high={m.high} unit="ppm" />
              <Beside notes={m.notes} care={[]} />
            </>
          )}
        </div>
      </div>
    </section>
  );
}

function FlushMix() {
  const [way, setWay] = useState("share");
  const [pot, setPot] = useState<number | undefined>(1000);
  const [holds, setHolds] = useState<number | undefined>(40);
  const [left, setLeft] = useState<number | undefined>(20);
  const [start, setStart] = useState<number | undefined>(900);
  const [target, setTarget] = useState<number | undefined>(300);
  const [water, setWater] = useState<number | undefined>(60);
  const aim =
    way === "share"
      ? left && { left_percent: left }
      : start && target && water !== undefined && { start, target, water };
  const body = pot && aim ? { pot_ml: pot, ...(holds ? { holds_percent: holds } : {}), ...aim } : undefined;
  const worked = useWorked("flush", body, (b) => ask(client.POST("/api/v1/compute/flush", { body: b })));
  const m = worked.answer;
  return (
    <section className={css.part} aria-label="Flush">
      <h2>Flushing a pot</h2>
      <div className={css.two}>
        <div className={css.asked}>
          <Figure
            label="Volume of the pot"
            unit="mL"
            value={pot}
            min={1}
            max={500_000}
            onChange={setPot}
            error={worked.wrong("pot_ml")}
          />
          <Figure
            label="It holds water"
            unit="% of that"
            value={holds}
            min={1}
            max={95}
            onChange={setHolds}
            error={worked.wrong("holds_percent")}
          />
          <Choice
            label="Down to"
            value={way}
            options={[
              ["share", "A share of what was there"],
              ["reading", "A reading of the runoff"],
            ]}
            onChange={setWay}
          />
          {way === "share" ? (
            <Figure
              label="May be left"
              unit="%"
              value={left}
              min={0.1}
              max={99.9}
              onChange={setLeft}
              error={worked.wrong("left_percent")}
            />
          ) : (
            <>
              <Figure
                label="The runoff reads"
                unit="ppm"
                value={start}
                min={1}
                max={50_000}
                onChange={setStart}
                error={worked.wrong("start")}
              />
              <Figure
                label="It should come down to"
                unit="ppm"
                value={target}
                min={1}
                max={50_000}
                onChange={setTarget}
                error={worked.wrong("target")}
              />
              <Figure
                label="The flushing water reads"
                unit="ppm"
                value={water}
                min={0}
                max={50_000}
                onChange={setWater}
                error={worked.wrong("water")}
              />
            </>
          )}
        </div>
        <div className={css.measure} aria-live="polite">
          {worked.trouble && <Trouble error={worked.trouble} />}
          {m && (
            <>
              <Headline>Pour {volume(m.ml)} through.</Headline>
              <p>
                That is {figure(m.volumes, 2)} times the {volume(m.held_ml)} it holds, and leaves{" "}
                {percent(m.left_share)} of what was above the water&rsquo;s own.
              </p>
              {m.two_pot_ml && (
                <p>
                  By the rule of two pot volumes: <b>{volume(m.two_pot_ml)}</b>, which leaves{" "}
                  {(m.left_by_rule ?? 0) < 0.01 ? "less than 1 %" : percent(m.left_by_rule ?? 0)}. Read the runoff to
                  check.
                </p>
              )}
              <Beside notes={m.notes} care={[]} />
            </>
          )}
        </div>
      </div>
    </section>
  );
}

function Oxygen() {
  const [celsius, setCelsius] = useState<number | undefined>(20);
  const body = celsius === undefined ? undefined : { celsius };
  const worked = useWorked("oxygen", body, (b) => ask(client.POST("/api/v1/compute/oxygen", { body: b })));
  return (
    <section className={css.part} aria-label="Oxygen">
      <h2>Oxygen in fresh water</h2>
      <Figure
        label="Water at"
        unit="°C"
        value={celsius}
        min={0}
        max={40}
        onChange={setCelsius}
        error={worked.wrong("celsius")}
      />
      {worked.answer && (
        <p>
          It holds <b>{worked.answer.mg_per_l.toFixed(2)} mg/L</b> when fresh.{" "}
          <Aside>{worked.answer.source}. Warm water holds less: change a soak before it turns.</Aside>
        </p>
      )}
    </section>
  );
}
