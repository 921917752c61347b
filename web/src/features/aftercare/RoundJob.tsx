import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Noted, RoundItem, Tick } from "../../lib/api/client";
import { run } from "../../lib/run";
import { abreast, volume } from "../../lib/words";
import { Below, Job, JobBox } from "../../ui/Job";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Say } from "../../ui/Say";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/aftercare";
import { WeighHere } from "../weights";
import { asked } from "./fields";
import { checkIn, nameOf, type useAftercare } from "./useAftercare";

/** Jobs that are a look: what is seen is said in place, and that does them. */
const looks: Record<string, keyof Noted> = { tray: "lodger", bend: "bends", patch: "patch" };

/** Jobs that ask for more than one thing: they are the check-in. */
const checkIns = ["check", "film"];

/** Jobs by which one feels first whether the plant wants it. */
export const felt = ["water", "little", "refill", "moss", "seaweed", "soak"];

type Props = {
  item: RoundItem;
  work: ReturnType<typeof useAftercare>;
  /** It is the one that keys act on. */
  at?: boolean;
  /** The plant's name stands elsewhere. */
  nameless?: boolean;
};

/** One job of the round: its plant, where that stands, how much, and what can be said of it. */
export function RoundJob({ item: i, work, at, nameless }: Props) {
  const [open, setOpen] = useState(false);
  const go = useNavigate();
  const now = work.doing[nameOf(i.plant_id, i.job)];
  const outcome = now === "undone" ? undefined : (now ?? i.done?.outcome);
  const state = outcome === "done" ? "done" : outcome === "left" ? "skipped" : "open";
  const tick = (more: Partial<Tick>) =>
    work.tick([{ plant_id: i.plant_id, job: i.job, outcome: "done", ...(i.ppm_n && { ppm_n: i.ppm_n }), ...more }]);
  const leave = (because: Tick["because"]) => tick({ outcome: "left", because, ppm_n: undefined });
  const look = looks[i.job];
  const weighs = i.job === "weigh";
  const done = state !== "open";
  const turn = () => {
    if (done) work.undo([{ id: i.done?.id, plant_id: i.plant_id, job: i.job }]);
    else if (checkIns.includes(i.job)) run(Promise.resolve(go(`/plants/${i.plant_id}/aftercare`)));
    else if (look || weighs) setOpen(!open);
    else tick({});
  };
  return (
    <div data-item={nameOf(i.plant_id, i.job)} data-at={at || undefined}>
      <Job
        code={i.job}
        state={state}
        box={<JobBox label={tell("done", { do: i.do.text, tag: i.tag })} state={state} onTurn={turn} />}
        do={nameless ? <Say of={i.do} /> : <Link to={`/plants/${i.plant_id}/aftercare`}>{i.tag}</Link>}
        amount={
          !done && i.ml
            ? abreast([
                volume(i.ml),
                i.ppm_n ? tell("feed-of-ppm-n", { ppmn: i.ppm_n }) : i.water === "seaweed" && tell("with-seaweed"),
              ])
            : undefined
        }
        said={<Said item={i} outcome={outcome} />}
        tools={!done && <Tools item={i} open={open} onOpen={() => setOpen(!open)} onTick={tick} onLeave={leave} />}
      >
        {open && !done && weighs && (
          <Below>
            <WeighHere plantID={i.plant_id} kind="bare" scale onKept={() => setOpen(false)} />
          </Below>
        )}
        {open && !done && look && <SayIt item={i} field={look} />}
      </Job>
    </div>
  );
}

/** Since when it is due and whether that matters, or what became of it. */
function Said({ item: i, outcome }: { item: RoundItem; outcome?: string }) {
  if (outcome) {
    const because = { "still-wet": tell("still-wet"), rain: tell("by-rain") }[i.done?.because ?? ""];
    const by = i.done?.person && tell("by", { person: i.done.person });
    return abreast([outcome === "left" ? tell("said-left") : tell("said-done"), because, by]);
  }
  const late = i.late_days && tell("days-late", { days: i.late_days });
  return (
    <>
      {i.place}
      {late && (
        <span data-matters={i.matters || undefined}>
          {i.place && " · "}
          {i.matters ? <b>{late}</b> : late}
        </span>
      )}
    </>
  );
}

type ToolsProps = {
  item: RoundItem;
  open: boolean;
  onOpen: () => void;
  onTick: (more: Partial<Tick>) => void;
  onLeave: (because: Tick["because"]) => void;
};

/** What can be said of a job besides that it is done. */
function Tools({ item: i, open, onOpen, onTick, onLeave }: ToolsProps) {
  if (checkIns.includes(i.job))
    return (
      <Link to={`/plants/${i.plant_id}/aftercare`} aria-label={tell("check-in-2", { tag: i.tag })}>
        {tell("check-in")}
      </Link>
    );
  if (looks[i.job] || i.job === "weigh")
    return (
      <Plain aria-expanded={open} aria-label={`${i.do.text}, ${i.tag}`} onClick={onOpen}>
        {i.job === "weigh" ? tell("weigh-it") : tell("say-it")}
      </Plain>
    );
  return (
    <>
      {felt.includes(i.job) && (
        <>
          <Button aria-label={tell("was-dry-done-2", { tag: i.tag })} onClick={() => onTick({ was: "dry" })}>
            {tell("was-dry-done")}
          </Button>
          <Button aria-label={tell("still-wet-left-2", { tag: i.tag })} onClick={() => onLeave("still-wet")}>
            {tell("still-wet-left")}
          </Button>
        </>
      )}
      <Plain aria-label={tell("not-now-2", { do: i.do.text, tag: i.tag })} onClick={() => onLeave("not-now")}>
        {tell("not-now")}
      </Plain>
    </>
  );
}

/** What is seen, said by one tap. */
function SayIt({ item: i, field }: { item: RoundItem; field: keyof Noted }) {
  const cache = useQueryClient();
  const [error, setError] = useState<unknown>();
  const how = asked[field];
  if (!how || !("options" in how)) return null;
  return (
    <Below>
      <Row label={how.label} words>
        <span>{how.label}:</span>
        {how.options.map(([code, words]) => (
          <Button
            key={code}
            aria-label={`${words}: ${i.tag}`}
            onClick={() => run(checkIn(cache, i.plant_id, { [field]: code }).catch(setError))}
          >
            {words}
          </Button>
        ))}
      </Row>
      {Boolean(error) && <Trouble error={error} />}
    </Below>
  );
}
