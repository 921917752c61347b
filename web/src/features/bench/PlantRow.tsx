import { Typography } from "antd";
import { Link } from "react-router";
import { MiniFan } from "../../draw/MiniFan";
import type { Plant } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { Aside } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { tell } from "../../words/bench";
import css from "./bench.module.css";

/** What of it cannot be read, when something cannot. */
export const unreadable = (p: Plant) => p.unreadable || p.latest?.unreadable || p.looked?.unreadable;

/** How its roots stand, in a few words. */
export function rootsOf({ latest: r }: Plant): string {
  if (!r?.grade) return tell("roots-not-read-yet");
  return r.words?.text ?? "";
}

/** Its stage, and whether it is winning, with a sign, where that is known. */
export const faresWords = ({ name, verdict }: { name?: string; verdict: string }) =>
  tell("fares", { stage: name, verdict });

const tones = { winning: "success", recovered: "success", losing: "danger" } as Record<string, "success" | "danger">;

/** A plant in a line: its roots drawn, who it is, and its one next thing with its day. */
export function PlantRow({ plant: p }: { plant: Plant }) {
  const { latest: r, advised: a, looked: l } = p;
  const broken = unreadable(p);
  return (
    <Link to={`/plants/${p.id}`} className={css.row}>
      <MiniFan
        share={r?.grade ? (r.left?.viable_by_length ?? r.viable_by_length) : undefined}
        roots={r?.left?.roots ?? r?.roots ?? 0}
      />
      <span className={css.who}>
        <b>{p.intake.tag}</b>
        <Aside>
          {p.group_name}. {rootsOf(p)}
        </Aside>
        {p.fares?.name && (
          <Aside>
            <Typography.Text data-fares={p.fares.verdict} type={tones[p.fares.verdict]}>
              {faresWords(p.fares)}
            </Typography.Text>
          </Aside>
        )}
      </span>
      <span className={css.next} data-now={broken || a?.code === "now" || undefined}>
        {broken || (
          <>
            <Say of={a?.headline} /> <Say of={a?.until} />
          </>
        )}
        {p.alarms && !p.alarms.some((words) => words.text === a?.headline.text) && (
          <Aside>
            <Typography.Text data-alarms type="danger">
              <Say of={p.alarms[0]} />
              {p.alarms.length > 1 && <> {tell("and-more", { count: p.alarms.length - 1 })}</>}
            </Typography.Text>
          </Aside>
        )}
        <Aside>
          {p.home && tell("since", { home: p.home, homesince: day(p.home_since ?? "") })} <Say of={l?.cause} />{" "}
          {l?.undecided && a?.code !== "stay" && tell("a-check-is-open")}
        </Aside>
      </span>
    </Link>
  );
}
