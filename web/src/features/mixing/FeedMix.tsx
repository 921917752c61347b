import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { ask, client } from "../../lib/api/client";
import { shelf } from "../../lib/api/queries";
import { figure } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Facts } from "../../ui/Facts";
import { Figure } from "../../ui/Figure";
import { Row } from "../../ui/Row";
import { Headline } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Amount, Beside, ComesOut, Stopped, TwoSteps } from "./Measured";
import css from "./mixing.module.css";
import { useWorked, type BenchProps } from "./useWorked";

/** A feed by the three figures of its label, to the ppm of nitrogen or from the grams. */
export function FeedMix({ knowledge: k, tools }: BenchProps) {
  const [search] = useSearchParams();
  /** As a round asks for it. */
  const given = (name: string) => Number(search.get(name)) || undefined;
  const [n, setN] = useState<number | undefined>(20);
  const [p, setP] = useState<number | undefined>(20);
  const [potash, setK] = useState<number | undefined>(20);
  const [way, setWay] = useState("ppm");
  const [ppm, setPPM] = useState<number | undefined>(given("ppm") ?? 100);
  const [grams, setGrams] = useState<number | undefined>(0.5);
  const [litres, setLitres] = useState<number | undefined>(given("l") ?? 5);
  const [density, setDensity] = useState<number>();
  const [label, setLabel] = useState<number>();
  const complete = n !== undefined && p !== undefined && potash !== undefined && litres;
  const amount = way === "ppm" ? ppm && { wanted_ppm_n: ppm } : grams && { g_per_l: grams };
  const body =
    complete && amount
      ? {
          n_percent: n,
          p2o5_percent: p,
          k2o_percent: potash,
          volume_l: litres,
          tools,
          ...amount,
          ...(density ? { density_g_per_ml: density } : {}),
          ...(label ? { label_most_ppm_n: label } : {}),
        }
      : undefined;
  const worked = useWorked("feed", body, (b) => ask(client.POST("/api/v1/compute/feed", { body: b })));
  const m = worked.answer;
  const feeds = useQuery(shelf).data?.filter((s) => s.stock.n_percent !== undefined) ?? [];
  return (
    <div className={css.two}>
      <section className={css.asked} aria-label="What is wanted">
        <Row>
          {feeds.map((s) => (
            <Button
              key={s.id}
              onClick={() => {
                setN(s.stock.n_percent ?? 0);
                setP(s.stock.p2o5_percent ?? 0);
                setK(s.stock.k2o_percent ?? 0);
              }}
            >
              {s.stock.name}
            </Button>
          ))}
        </Row>
        <Row>
          <Figure label="N" unit="%" value={n} min={0} max={100} onChange={setN} error={worked.wrong("n_percent")} />
          <Figure
            label="P₂O₅"
            unit="%"
            value={p}
            min={0}
            max={100}
            onChange={setP}
            error={worked.wrong("p2o5_percent")}
          />
          <Figure
            label="K₂O"
            unit="%"
            value={potash}
            min={0}
            max={100}
            onChange={setK}
            error={worked.wrong("k2o_percent")}
          />
        </Row>
        <Choice
          label="Work out"
          value={way}
          options={[
            ["ppm", "From the ppm of nitrogen"],
            ["grams", "From grams in a litre"],
          ]}
          onChange={setWay}
        />
        {way === "ppm" ? (
          <Figure
            label="Nitrogen wanted"
            unit="ppm"
            value={ppm}
            min={0.1}
            max={100_000}
            onChange={setPPM}
            error={worked.wrong("wanted_ppm_n")}
          />
        ) : (
          <Figure
            label="Feed in a litre"
            unit="g/L"
            value={grams}
            min={0.001}
            max={500}
            onChange={setGrams}
            error={worked.wrong("g_per_l")}
          />
        )}
        <Figure
          label="Water"
          unit="L"
          value={litres}
          min={0.01}
          max={10_000}
          onChange={setLitres}
          error={worked.wrong("volume_l")}
        />
        <Figure
          label="Density, for a liquid feed"
          unit="g/mL"
          value={density}
          min={0.7}
          max={2}
          usual="–"
          onChange={setDensity}
        />
        <Figure
          label="The most nitrogen your label allows"
          unit="ppm"
          value={label}
          min={1}
          max={100_000}
          usual="–"
          onChange={setLabel}
        />
      </section>
      <section className={css.measure} aria-label="Measure out" aria-live="polite">
        {worked.trouble && <Trouble error={worked.trouble} />}
        {m?.stopped && <Stopped stop={m.stopped} />}
        {m && !m.stopped && (
          <>
            <Headline>
              {figure(m.ppm_n, 1)} ppm of nitrogen, {figure(m.g_per_l, 3)} g in a litre
            </Headline>
            {m.hand && <Amount name="Feed" hand={m.hand} knowledge={k} />}
            <ComesOut low={m.low_ppm_n} high={m.high_ppm_n} unit="ppm N" />
            <TwoSteps steps={m.two_steps} />
            <Facts
              rows={[
                ["Nitrogen (N)", `${figure(m.ppm_n)} ppm`],
                ["Phosphorus (P)", `${figure(m.ppm_p)} ppm`],
                ["Potassium (K)", `${figure(m.ppm_k)} ppm`],
              ]}
            />
          </>
        )}
      </section>
      {m && !m.stopped && <Beside notes={m.notes} care={m.cautions} />}
    </div>
  );
}
