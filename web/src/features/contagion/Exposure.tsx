import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { ask, client, Refused, type Exposure as Found } from "../../lib/api/client";
import { contagionKnowledge, contagion } from "../../lib/api/queries";
import { day } from "../../lib/dates";
import { inOrder } from "../../lib/outbox";
import { run } from "../../lib/run";
import { Tick } from "../../ui/Choice";
import { Day } from "../../ui/Day";
import { Fold } from "../../ui/Fold";
import { Marked } from "../../ui/Mark";
import { Pick } from "../../ui/Pick";
import { PickPlant, type Picked } from "../../ui/PickPlant";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Rows } from "../../ui/Rows";
import { Aside, Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import { Tell, tell } from "../../words/contagion";

type Spread = Found["agents"][number];
type Watch = { agent: string; plants: number[]; shared?: { what: Way; on: string } };
type Way = Spread["exposed"][number]["by"][number]["what"];

/** Who may have caught something from it, and what it is itself watched for. */
export function Exposure({ plantID, open }: { plantID: number; open: boolean }) {
  const watched = useQuery(contagion(plantID)).data?.watched ?? [];
  const [error, setError] = useState<unknown>();
  const end = (w: (typeof watched)[number]) =>
    run(
      inOrder(() =>
        ask(client.PUT("/api/v1/watches/{id}/ended", { params: { path: { id: w.id } }, body: { version: w.version } })),
      ).catch(setError),
    );
  return (
    <section data-part="exposure" aria-label={tell("who-may-have-caught-it")}>
      {Boolean(error) && <Trouble error={error} />}
      {watched
        .filter((w) => !w.over)
        .map((w) => (
          <div key={w.id} data-watched={w.agent.code}>
            <h2>{tell("watched-for", { agent: w.agent.name })}</h2>
            <p>
              <Tell
                of="until-it-touched"
                with={{
                  until: day(w.until),
                  plant: <Link to={`/plants/${w.suspect.id}/progress`}>{w.suspect.tag}</Link>,
                  touched: <Touched by={w.by} />,
                  why: <Marked text={w.agent.look} />,
                  undo: <Plain onClick={() => end(w)}>{tell("watch-it-no-longer")}</Plain>,
                }}
              />
            </p>
          </div>
        ))}
      <Fold summary={tell("who-may-have-caught-something")} id="exposure" open={open}>
        <Others plantID={plantID} />
      </Fold>
    </section>
  );
}

/** The contacts of two plants, in words. */
function Touched({ by }: { by: Spread["exposed"][number]["by"] }) {
  const ways = useQuery(contagionKnowledge).data?.ways ?? {};
  return by.map((c, i) => (
    <span key={`${c.what} ${c.on}`}>
      {i > 0 && "; "}
      {ways[c.what]?.value ?? c.what}{" "}
      <Aside>{c.from && c.from !== c.on ? tell("to", { from: day(c.from), on: day(c.on) }) : day(c.on)}</Aside>
    </span>
  ));
}

/** The plants that touched it, by what it may carry. */
function Others({ plantID }: { plantID: number }) {
  const [since, setSince] = useState("");
  const [agent, setAgent] = useState("");
  const found = useQuery(contagion(plantID, since || undefined, agent || undefined));
  const table = useQuery(contagionKnowledge).data;
  const [error, setError] = useState<unknown>();
  const e = found.data;
  const watch = (w: Watch) => {
    setError(undefined);
    run(
      inOrder(() =>
        ask(
          client.POST("/api/v1/plants/{id}/contagion", {
            params: { path: { id: plantID } },
            body: { ...w, ...(since && { since }) },
          }),
        ),
      ).catch(setError),
    );
  };
  return (
    <>
      {found.error && <Trouble error={found.error} again={() => run(found.refetch())} />}
      {Boolean(error) && <Trouble error={error} />}
      <Row>
        <Pick
          label={tell("what-it-may-carry")}
          value={agent}
          options={[
            { value: "", label: tell("by-its-signs") },
            ...(table?.agents ?? []).map((a) => ({ value: a.code, label: a.name })),
          ]}
          onChange={setAgent}
        />
        <Day label={tell("contacts-since")} value={since || (e?.since ?? "")} onChange={setSince} />
      </Row>
      {e?.agents.length === 0 && <Why>{tell("its-signs-name-nothing-that")}</Why>}
      {e?.agents.map((s) => (
        <Spreading key={s.agent.code} s={s} error={error} onWatch={watch} plantID={plantID} />
      ))}
    </>
  );
}

type SpreadProps = { s: Spread; plantID: number; error: unknown; onWatch: (w: Watch) => void };

/** One thing that travels: what to look for, and who touched it, each with how and until when. */
function Spreading({ s, plantID, error, onWatch }: SpreadProps) {
  const open = s.exposed.filter((x) => !x.watch_id);
  const [left, setLeft] = useState<number[]>([]);
  const chosen = open.filter((x) => !left.includes(x.plant_id)).map((x) => x.plant_id);
  return (
    <div data-agent={s.agent.code}>
      <h3>{s.agent.name}</h3>
      <Why>
        <Tell
          of="for-days-after-the-last-contact"
          with={{ why: <Marked text={s.agent.look} />, days: s.agent.days.value }}
        />
      </Why>
      {s.exposed.length === 0 && <p>{tell("no-contact-of-another-plant-is")}</p>}
      {s.exposed.length > 0 && (
        <Rows
          caption={tell("who-may-have-caught", { agent: s.agent.name })}
          rows={s.exposed}
          keyOf={(x) => x.plant_id}
          data={(x) => ({ "data-exposed": String(x.plant_id) })}
          columns={[
            {
              title: tell("plant"),
              head: true,
              of: (x) =>
                x.watch_id ? (
                  <Link to={`/plants/${x.plant_id}/progress`}>{x.tag}</Link>
                ) : (
                  <Tick
                    label={x.tag}
                    checked={!left.includes(x.plant_id)}
                    onChange={(on) => setLeft(on ? left.filter((id) => id !== x.plant_id) : [...left, x.plant_id])}
                  />
                ),
            },
            { title: tell("it"), of: (x) => <Touched by={x.by} /> },
            {
              title: tell("look-at-it-until"),
              of: (x) =>
                x.watch_id ? tell("watched-until", { watcheduntil: day(x.watched_until ?? "") }) : day(x.until),
            },
          ]}
        />
      )}
      {chosen.length > 0 && (
        <Row>
          <Button type="primary" onClick={() => onWatch({ agent: s.agent.code, plants: chosen })}>
            {tell("watch-these-plants", { count: chosen.length })}
          </Button>
        </Row>
      )}
      <Shared agent={s.agent.code} plantID={plantID} error={error} onWatch={onWatch} />
    </div>
  );
}

/** A contact that nobody noted: which plant, what they shared, and when. */
function Shared({ agent, plantID, error, onWatch }: Omit<SpreadProps, "s"> & { agent: string }) {
  const ways = useQuery(contagionKnowledge).data?.ways ?? {};
  const [plant, setPlant] = useState<Picked>();
  const [what, setWhat] = useState<string>();
  const [on, setOn] = useState("");
  const wrong = error instanceof Refused ? error.at("shared.on") : undefined;
  return (
    <Fold summary={tell("another-plant-shared-something")}>
      <Row>
        <PickPlant label={tell("plant")} value={plant} not={plantID} onChange={setPlant} />
        <Pick
          label={tell("they")}
          value={what}
          empty={tell("what-they-shared")}
          options={Object.entries(ways).map(([code, words]) => ({ value: code, label: words.value }))}
          onChange={setWhat}
        />
        <Day label={tell("last-on")} value={on} onChange={setOn} error={wrong} />
        <Button
          disabled={!plant || !what || !on}
          onClick={() => plant && what && onWatch({ agent, plants: [plant.value], shared: { what: what as Way, on } })}
        >
          {tell("watch-it")}
        </Button>
      </Row>
    </Fold>
  );
}
