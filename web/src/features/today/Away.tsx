import { useQuery } from "@tanstack/react-query";
import { Button, Flex } from "antd";
import { Link, useSearchParams } from "react-router";
import { Refused, type Absence, type Absent } from "../../lib/api/client";
import { away, aftercareKnowledge } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { Day } from "../../ui/Day";
import { Listed, Marked } from "../../ui/Mark";
import { Row } from "../../ui/Row";
import { Aside, Headline, Lead } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { tell } from "../../words/today";
import { TodayNav } from "./TodayNav";
import css from "./today.module.css";

/** Away: what to do before, who does not last and what would help, and a sheet for whoever waters. */
export default function Away() {
  const [search, setSearch] = useSearchParams();
  const from = search.get("from") ?? "";
  const until = search.get("until") ?? "";
  const found = useQuery({ ...away(from, until), enabled: !!from && !!until });
  const set = (key: string, value: string) => {
    const now = new URLSearchParams(location.search);
    if (value) now.set(key, value);
    else now.delete(key);
    setSearch(now, { replace: true });
  };
  const wrong = (f: string) => (found.error instanceof Refused ? found.error.at(f) : undefined);
  const a = found.error ? undefined : found.data;
  return (
    <main className={view.sheet} data-part="away">
      <div className={css.screen}>
        <h1>{tell("away")}</h1>
        <TodayNav />
        <Row>
          <Day
            label={tell("first-day-away")}
            value={from}
            future
            onChange={(v) => set("from", v)}
            error={wrong("from")}
          />
          <Day
            label={tell("last-day-away")}
            value={until}
            future
            onChange={(v) => set("until", v)}
            error={wrong("until")}
          />
        </Row>
      </div>
      {!(from && until) && <Lead>{tell("say-from-when-until-when-nobody")}</Lead>}
      {found.isLoading && from && until && <Waiting />}
      {Boolean(found.error) && !(found.error instanceof Refused && found.error.problem?.faults) && (
        <Trouble error={found.error} />
      )}
      {a && <Before a={a} />}
      {a && <Sheet a={a} />}
    </main>
  );
}

/** What to do before leaving, and which plants do not last. */
function Before({ a }: { a: Absence }) {
  const of = (state: Absent["state"]) => a.plants.filter((p) => p.state === state);
  const weak = of("wants-water");
  const unknown = of("not-known");
  return (
    <div className={css.screen}>
      <Headline role="status">
        {a.plants.length === 0
          ? tell("no-plant-is-in-care-nothing-has")
          : tell("absence-in-a-line", {
              lasts: of("lasts").length,
              weak: weak.length,
              unknown: unknown.length,
            })}
      </Headline>
      {weak.length > 0 && (
        <ul className={view.rows} data-part="weak">
          {weak.map((p) => (
            <li key={p.plant_id} className={view.ruled} data-tone="act" data-plant={p.plant_id}>
              <Link to={`/plants/${p.plant_id}/aftercare`}>{p.tag}</Link>{" "}
              {p.lasts_to && tell("lasts-to", { laststo: day(p.lasts_to) })}{" "}
              {p.makes.map((m) => (
                <span key={m.do.value}>
                  <Marked text={m.do} />{" "}
                  {m.to && <Aside>{m.lasts ? tell("then-it-lasts") : tell("then-to", { to: day(m.to) })} </Aside>}
                </span>
              ))}
            </li>
          ))}
        </ul>
      )}
      {unknown.length > 0 && (
        <section data-part="unknown" aria-label={tell("nobody-knows-how-long-these-last")}>
          <h2>{tell("nobody-knows-how-long-these-last")}</h2>
          <ul className={view.rows}>
            {unknown.map((p) => (
              <li key={p.plant_id} className={view.ruled} data-plant={p.plant_id}>
                <Link to={`/plants/${p.plant_id}/aftercare`}>{p.tag}</Link> {p.why && <Marked text={p.why} />}
              </li>
            ))}
          </ul>
        </section>
      )}
      {a.plants.some((p) => p.falls.length > 0) && (
        <section data-part="falls" aria-label={tell("what-comes-due-while-you-are-away")}>
          <h2>{tell("what-comes-due-while-you-are-away")}</h2>
          <ul>
            {falls(a.plants).map(({ on, words, tags }) => (
              <li key={`${on} ${words.value}`}>
                {day(on)}: <Marked text={words} /> <Aside>{tags.join("; ")}</Aside>
              </li>
            ))}
          </ul>
        </section>
      )}
      {a.plants.some((p) => p.before.length > 0) && (
        <section data-part="before" aria-label={tell("before-you-leave")}>
          <h2>{tell("the-day-before")}</h2>
          <ul>
            {once(a.plants).map(([text, tags]) => (
              <li key={text.value}>
                <Marked text={text} /> <Aside>{tags.join("; ")}</Aside>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Button onClick={() => print()}>{tell("print-the-sheet-for-whoever")}</Button>
    </div>
  );
}

/** Each thing once, with the plants that it is for. */
function once(plants: Absent[]) {
  const all = new Map<string, [Absent["before"][number], string[]]>();
  for (const p of plants)
    for (const t of p.before) {
      const had = all.get(t.value);
      if (had) had[1].push(p.tag);
      else all.set(t.value, [t, [p.tag]]);
    }
  return [...all.values()];
}

/** What falls into the time, day by day, each once with its plants. */
function falls(plants: Absent[]) {
  const all = new Map<string, Absent["falls"][number] & { tags: string[] }>();
  for (const p of plants)
    for (const f of p.falls) {
      const key = `${f.on} ${f.words.value}`;
      all.set(key, { ...f, tags: [...(all.get(key)?.tags ?? []), p.tag] });
    }
  return [...all.values()].sort((x, y) => x.on.localeCompare(y.on));
}

/** Tags hold commas, so they stand apart by something else. */
const apart = (tags: readonly string[]) => tags.join(" · ");

/** One page in plain words: when, how, and what not to do. */
function Sheet({ a }: { a: Absence }) {
  const jobs = useQuery(aftercareKnowledge).data?.jobs;
  const nameOf = (job: string) => jobs?.find((j) => j.code === job)?.name ?? job;
  const days = [...new Set(a.plants.flatMap((p) => p.sits.map((s) => s.on)))].sort();
  const how = new Map<string, Absent["sits"][number] & { tags: Set<string> }>();
  for (const p of a.plants)
    for (const s of p.sits) {
      const had = how.get(s.do.value) ?? { ...s, tags: new Set<string>() };
      how.set(s.do.value, { ...had, tags: had.tags.add(p.tag) });
    }
  return (
    <section data-part="sheet" aria-label={tell("for-whoever-waters")} className={css.sheet}>
      <h2>{tell("for-whoever-waters-to", { from: day(a.from), until: day(a.until) })}</h2>
      <Flex wrap gap={32} align="start">
        <div data-part="do" style={column}>
          <h3>{tell("please-do")}</h3>
          {days.length === 0 && <p>{tell("nothing-has-to-be-watered-thank")}</p>}
          <ul data-part="days">
            {days.map((on) => (
              <li key={on}>
                <b>{day(on)}:</b>{" "}
                {onDay(a.plants, on)
                  .map(([job, tags]) => `${nameOf(job)}: ${apart(tags)}`)
                  .join("; ")}
              </li>
            ))}
          </ul>
          {days.length > 0 && <h3>{tell("how")}</h3>}
          <ul data-part="how">
            {[...how].map(([words, { do: told, job, tags }]) => (
              <li key={words}>
                <b>{nameOf(job)}</b> ({apart([...tags])}): <Say of={told} />
              </li>
            ))}
          </ul>
          <Lasting plants={a.plants} />
        </div>
        <div data-part="do-not" style={column}>
          <h3>{tell("please-do-not")}</h3>
          <LeftAlone plants={a.plants} />
          <div data-part="never">
            <Listed texts={a.never} />
          </div>
        </div>
      </Flex>
    </section>
  );
}

/** Two columns where there is room for them, one below the other where there is not. */
const column = { flex: "1 1 300px", minWidth: 0 };

/** Who gets no water in that time: what lasts, and what only its keeper knows. */
function LeftAlone({ plants }: { plants: Absent[] }) {
  const none = plants.filter((p) => p.sits.length === 0);
  const lasts = none.filter((p) => p.state === "lasts").map((p) => p.tag);
  const others = none.filter((p) => p.state !== "lasts").map((p) => p.tag);
  return (
    <>
      {lasts.length > 0 && (
        <p data-part="lasting">
          <b>{tell("do-not-water-these-they-last")}</b> {apart(lasts)}.
        </p>
      )}
      {others.length > 0 && (
        <p data-part="ask-first">
          <b>{tell("do-not-water-these-ask-first")}</b> {apart(others)}.
        </p>
      )}
    </>
  );
}

/** The plants of a day by what they want. */
function onDay(plants: Absent[], on: string): [string, string[]][] {
  const by = new Map<string, string[]>();
  for (const p of plants) for (const s of p.sits) if (s.on === on) by.set(s.job, [...(by.get(s.job) ?? []), p.tag]);
  return [...by];
}

/** Where they stand, and who is touched last of all. */
function Lasting({ plants }: { plants: Absent[] }) {
  const mine = plants.filter((p) => p.sits.length > 0);
  const last = mine.filter((p) => p.turn !== "clean").map((p) => p.tag);
  const at = [...new Set(mine.map((p) => p.place ?? ""))].filter(Boolean);
  return (
    <>
      {at.map((place) => (
        <p key={place}>
          <b>{place}:</b> {apart(mine.filter((p) => p.place === place).map((p) => p.tag))}.
        </p>
      ))}
      {last.length > 0 && (
        <p data-part="last">
          <b>{tell("last-of-all-then-wash-your-hands")}</b> {apart(last)}.
        </p>
      )}
    </>
  );
}
