import { useQuery } from "@tanstack/react-query";
import { Empty } from "antd";
import type { Score } from "../../lib/api/client";
import { scoreForecasts } from "../../lib/api/queries";
import { run } from "../../lib/run";
import { percent } from "../../lib/words";
import { Marked } from "../../ui/Mark";
import { Rows } from "../../ui/Rows";
import { Aside, Headline, Lead, Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
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
      <h1>How good its forecasts are</h1>
      {found.error && <Trouble error={found.error} again={() => run(found.refetch())} />}
      {!list && !found.error && <Waiting />}
      {list?.length === 0 && (
        <Empty description="Nothing was foretold yet. It begins with a plant that is held or housed." />
      )}
      {list && list.length > 0 && (
        <>
          <Headline>
            {came > 0
              ? `${inside} of ${came} came within their days. Four in five are meant to.`
              : "None has come yet. They are scored as they do."}
          </Headline>
          <Rows
            caption="Forecasts of days"
            rows={days}
            keyOf={(s) => s.kind.code}
            data={(s) => ({ "data-kind": s.kind.code })}
            columns={[
              { title: "What", head: true, of: (s) => s.kind.name },
              { title: "Said", of: (s) => String(s.made) },
              { title: "Wait", of: (s) => String(s.waiting) },
              { title: "Within their days", of: insideOf },
              { title: "Off by", of: (s) => (s.inside ? counted(Math.round(s.off_days ?? 0), "day") : "") },
              { title: "Score, days", of: (s) => (s.crps_days ? s.crps_days.toFixed(1) : "") },
            ]}
          />
          <Why>
            The score is the mean of how far off the whole band was, in days: less is better. What still waits counts as
            far as it is.{" "}
            {list.some((s) => s.void > 0) &&
              "What can no longer be told, since it was watered or lost before, is left out."}
          </Why>
          {list
            .filter((s) => s.kind.chance && s.made > s.waiting)
            .map((s) => (
              <Chances key={s.kind.code} s={s} />
            ))}
          <Lead>Each kind, and what it goes by:</Lead>
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

const counted = (n: number, one: string) => `${n} ${one}${n === 1 ? "" : "s"}`;

function insideOf(s: Score) {
  const i = s.inside;
  if (!i) return <Aside>none came yet</Aside>;
  return (
    <>
      {i.count} of {i.of}{" "}
      <Aside>
        {percent(i.low)} to {percent(i.high)}
      </Aside>
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
      <p>
        {told} of {s.made} were decided. Score {(s.brier ?? 0).toFixed(2)}: 0 is perfect, 0.25 says nothing.
      </p>
      {bins.length > 0 ? (
        <Rows
          caption="Chances against what came"
          rows={bins}
          keyOf={(b) => b.said}
          columns={[
            { title: "Said", head: true, of: (b) => percent(b.said) },
            { title: "Came", of: (b) => `${percent(b.share.share)} of ${b.share.of}` },
            { title: "", of: (b) => `${percent(b.share.low)} to ${percent(b.share.high)}` },
          ]}
        />
      ) : (
        <Why>Too few chances of a kind are decided: nothing is drawn from them.</Why>
      )}
    </section>
  );
}
