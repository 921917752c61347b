import { useQuery } from "@tanstack/react-query";
import { Empty } from "antd";
import type { Score } from "../../lib/api/client";
import { scoreForecasts } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { fixed, percent } from "../../lib/words";
import { Marked } from "../../ui/Mark";
import { Rows } from "../../ui/Rows";
import { Aside, Headline, Lead, Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/forecast";
import { TodayNav } from "../today";

/** How good the forecasts of this house were: kind by kind, against what came. */
export default function Foresight() {
  const found = useQuery(scoreForecasts);
  const list = found.data?.scores;
  const days = (list ?? []).filter((s) => !s.kind.chance);
  const inside = days.reduce((n, s) => n + (s.inside?.count ?? 0), 0);
  const came = days.reduce((n, s) => n + (s.inside?.of ?? 0), 0);
  return (
    <main className={view.sheet} data-part="forecast">
      <TodayNav />
      <h1>{tell("how-good-its-forecasts-are")}</h1>
      {found.error && <Trouble error={found.error} again={() => run(found.refetch())} />}
      {!list && !found.error && <Waiting />}
      {list?.length === 0 && <Empty description={tell("nothing-was-foretold-yet-it")} />}
      {list && list.length > 0 && (
        <>
          <Headline>
            {came > 0 ? tell("of-came-within-their-days-four", { inside, came }) : tell("none-has-come-yet-they-are")}
          </Headline>
          <Rows
            caption={tell("forecasts-of-days")}
            rows={days}
            keyOf={(s) => s.kind.code}
            data={(s) => ({ "data-kind": s.kind.code })}
            columns={[
              { title: tell("what"), head: true, of: (s) => s.kind.name },
              { title: tell("said"), of: (s) => String(s.made) },
              { title: tell("wait"), of: (s) => String(s.waiting) },
              { title: tell("within-their-days"), of: insideOf },
              { title: tell("off-by"), of: (s) => (s.inside ? tell("days", { n: Math.round(s.off_days ?? 0) }) : "") },
              { title: tell("score-days"), of: (s) => (s.crps_days ? fixed(s.crps_days, 1) : "") },
            ]}
          />
          <Why>
            <Tell
              of="the-score-is-the-mean-of-how-far"
              with={{ some: list.some((s) => s.void > 0) && tell("what-can-no-longer-be-told-since") }}
            />
          </Why>
          {list
            .filter((s) => s.kind.chance && s.made > s.waiting)
            .map((s) => (
              <Chances key={s.kind.code} s={s} />
            ))}
          <Lead>{tell("each-kind-and-what-it-goes-by")}</Lead>
          <ul>
            {list.map((s) => (
              <li key={s.kind.code}>
                {s.kind.name}: <Marked text={s.kind.about} />
              </li>
            ))}
          </ul>
        </>
      )}
    </main>
  );
}

function insideOf(s: Score) {
  const i = s.inside;
  if (!i) return <Aside>{tell("none-came-yet")}</Aside>;
  return (
    <>
      <Tell
        of="of-to"
        with={{ count: i.count, of: i.of, low: percent(i.low), high: percent(i.high) }}
        parts={{ aside: <Aside>{null}</Aside> }}
      />
    </>
  );
}

/** Chances against what came: the score, and the reliability in bins. */
function Chances({ s }: { s: Score }) {
  const bins = (s.bins ?? []).filter((b) => !b.few);
  const told = s.made - s.waiting;
  return (
    <section data-part="chances">
      <h2>{s.kind.name}</h2>
      <p>{tell("of-were-decided-score-0-is", { told, made: s.made, brier: fixed(s.brier ?? 0, 2) })}</p>
      {bins.length > 0 ? (
        <Rows
          caption={tell("chances-against-what-came")}
          rows={bins}
          keyOf={(b) => b.said}
          columns={[
            { title: tell("said"), head: true, of: (b) => percent(b.said) },
            { title: tell("came"), of: (b) => tell("of", { share: percent(b.share.share), of: b.share.of }) },
            { title: "", of: (b) => tell("to-2", { low: percent(b.share.low), high: percent(b.share.high) }) },
          ]}
        />
      ) : (
        <Why>{tell("too-few-chances-of-a-kind-are")}</Why>
      )}
    </section>
  );
}
