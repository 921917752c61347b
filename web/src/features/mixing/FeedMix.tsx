import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useSearchParams } from "react-router";
import { ask, client, type Feed, type FeedMixed, type OnShelf } from "../../lib/api/client";
import { SolutionsFeed } from "../../lib/api/fields";
import { shelf } from "../../lib/api/queries";
import { figure } from "../../lib/words";
import { Choice } from "../../ui/Choice";
import { Facts } from "../../ui/Facts";
import { Figure } from "../../ui/Figure";
import { Row } from "../../ui/Row";
import { Headline } from "../../ui/Said";
import { tell } from "../../words/mixing";
import { Halves } from "./Halves";
import { Amount, Beside, ComesOut, Stopped, TwoSteps } from "./Measured";
import { startOf, useWorked, type BenchProps } from "./useWorked";

/** A feed as far as it is given, worked out from the ppm or from the grams. */
type Asked = Partial<Feed> & { way: string };

/** A feed by the three figures of its label, to the ppm of nitrogen or from the grams. */
export function FeedMix({ knowledge, tools }: BenchProps) {
  const [search] = useSearchParams();
  /** As a round asks for it. */
  const given = (name: string) => Number(search.get(name)) || undefined;
  const bench = useWorked(
    SolutionsFeed,
    (): Asked => {
      const usual = startOf<Partial<Feed>>(knowledge, "feed");
      return {
        ...usual,
        way: "ppm",
        wanted_ppm_n: given("ppm") ?? usual.wanted_ppm_n,
        volume_l: given("l") ?? usual.volume_l,
      };
    },
    {
      name: "feed",
      body: ({ way, n_percent, p2o5_percent, k2o_percent, wanted_ppm_n, g_per_l, volume_l, ...label }) => {
        const amount = way === "ppm" ? wanted_ppm_n && { wanted_ppm_n } : g_per_l && { g_per_l };
        if (n_percent === undefined || p2o5_percent === undefined || k2o_percent === undefined) return undefined;
        if (!volume_l || !amount) return undefined;
        return { n_percent, p2o5_percent, k2o_percent, volume_l, tools, ...amount, ...label };
      },
      work: (body) => ask(client.POST("/api/v1/compute/feed", { body })),
    },
  );
  const { asked, set, at, answer: m } = bench;
  const feeds = useQuery(shelf).data?.filter((s) => s.stock.n_percent !== undefined) ?? [];
  return (
    <Halves
      trouble={bench.trouble}
      asked={
        <>
          <OfTheShelf feeds={feeds} onTake={set} />
          <Row>
            <Figure {...at("n_percent")} />
            <Figure {...at("p2o5_percent")} />
            <Figure {...at("k2o_percent")} />
          </Row>
          <Choice
            label={tell("work-out")}
            value={asked.way}
            options={[
              ["ppm", tell("from-the-ppm-of-nitrogen")],
              ["grams", tell("from-grams-in-a-litre")],
            ]}
            onChange={(way) => set({ way })}
          />
          <Figure key={asked.way} {...(asked.way === "ppm" ? at("wanted_ppm_n") : at("g_per_l"))} />
          <Figure {...at("volume_l")} />
          <Figure {...at("density_g_per_ml")} usual="–" />
          <Figure {...at("label_most_ppm_n")} usual="–" />
        </>
      }
      beside={m && !m.stopped && <Beside notes={m.notes} care={m.cautions} />}
    >
      {m?.stopped ? <Stopped stop={m.stopped} /> : m && <Fed m={m} knowledge={knowledge} />}
    </Halves>
  );
}

/** Feeds that stand on the shelf, with the figures of their labels. */
const OfTheShelf = ({ feeds, onTake }: { feeds: OnShelf[]; onTake: (of: Partial<Asked>) => void }) => (
  <Row>
    {feeds.map(({ id, stock: s }) => (
      <Button
        key={id}
        onClick={() =>
          onTake({ n_percent: s.n_percent ?? 0, p2o5_percent: s.p2o5_percent ?? 0, k2o_percent: s.k2o_percent ?? 0 })
        }
      >
        {s.name}
      </Button>
    ))}
  </Row>
);

const Fed = ({ m, knowledge }: { m: FeedMixed; knowledge: BenchProps["knowledge"] }) => (
  <>
    <Headline>
      {tell("ppm-of-nitrogen-g-in-a-litre", { ppmn: figure(m.ppm_n, 1), gperl: figure(m.g_per_l, 3) })}
    </Headline>
    {m.hand && <Amount name={tell("feed")} hand={m.hand} knowledge={knowledge} />}
    <ComesOut low={m.low_ppm_n} high={m.high_ppm_n} unit={tell("ppm-n")} />
    <TwoSteps steps={m.two_steps} />
    <Facts
      rows={[
        [tell("nitrogen-n"), tell("ppm", { ppmn: figure(m.ppm_n) })],
        [tell("phosphorus-p"), tell("ppm-2", { ppmp: figure(m.ppm_p) })],
        [tell("potassium-k"), tell("ppm-3", { ppmk: figure(m.ppm_k) })],
      ]}
    />
  </>
);
