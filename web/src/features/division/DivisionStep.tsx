import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { RhizomeDrawing } from "../../draw/RhizomeDrawing";
import {
  ask,
  client,
  type Bulb,
  type CutPart,
  type Divisible,
  type Piece,
  type Plant,
  type Rhizome,
} from "../../lib/api/client";
import { Intake } from "../../lib/api/fields";
import { rhizome } from "../../lib/api/queries";
import { tellDoubt } from "../../lib/changed";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { length, listed, ranged } from "../../lib/words";
import { Tick } from "../../ui/Choice";
import { Marked } from "../../ui/Mark";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { Headline, Lead, Aside, Why } from "../../ui/Said";
import { Say } from "../../ui/Say";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { Waiting } from "../../ui/Waiting";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/division";
import { PlantSoFar, usePlant } from "../plant";
import { EditBulb } from "./EditBulb";
import css from "./division.module.css";

/** Whether to divide it, where, and what each piece would have. */
export default function DivisionStep() {
  const { plant } = usePlant();
  const [own, setOwn] = useState<number[]>();
  const asked = useQuery({ ...rhizome(plant.id, own), placeholderData: keepPreviousData });
  if (asked.error && !asked.data) return <Trouble error={asked.error} again={() => run(asked.refetch())} />;
  if (!asked.data) return <Waiting />;
  return (
    <div className={view.step} data-part="divide">
      <Advisor at={asked.data} own={own} onOwn={setOwn} />
      <PlantSoFar />
    </div>
  );
}

type AdvisorProps = { at: Divisible; own?: number[]; onOwn: (cuts?: number[]) => void };

function Advisor({ at, own, onOwn }: AdvisorProps) {
  const { plant, profile } = usePlant();
  const cache = useQueryClient();
  const [chosen, setChosen] = useState<number>();
  const { send, trouble } = useSend<Divisible>({
    then: (answer) => {
      cache.setQueryData(rhizome(plant.id).queryKey, answer);
      onOwn(undefined);
    },
    but: tellDoubt,
  });
  const [born, setBorn] = useState<Plant[]>();
  const a = at.advice;
  const bulbs = at.rhizome.bulbs;
  const { cuts } = at;
  const word = at.organ;

  const save = (next: Rhizome) => {
    const body = { version: at.version, rhizome: next };
    send(() => ask(client.PUT("/api/v1/plants/{id}/rhizome", { params: { path: { id: plant.id } }, body })));
  };
  const change = (n: number, part: Partial<Bulb>) =>
    save({ bulbs: bulbs.map((b) => (b.n === n ? { ...b, ...part } : b)) });
  const add = () =>
    save({
      bulbs: [
        ...bulbs.map((b) => (b.n === bulbs.length ? { ...b, lead: undefined } : b)),
        { n: bulbs.length + 1, from: bulbs.length, lead: true },
      ],
    });
  const drop = () => save({ bulbs: bulbs.slice(0, -1) });
  const turn = (n: number) => {
    const now = own ?? cuts; // what was tapped last, though its answer may be on its way
    onOwn(now.includes(n) ? now.filter((c) => c !== n) : [...now, n].sort((x, y) => x - y));
  };
  const bulb = bulbs.find((b) => b.n === chosen);

  return (
    <section>
      {born && <Born plants={born} />}
      <Headline>
        <Say of={a.headline} />
      </Headline>
      <ul>
        {a.reasons.map((r) => (
          <li key={r.value}>
            <Marked text={r} />
          </li>
        ))}
      </ul>
      {profile.habit.value !== "monopodial" && (
        <>
          {bulbs.length === 0 && <Lead>{tell("its-s-are-not-counted-yet-add", { word })}</Lead>}
          <RhizomeDrawing at={at} chosen={chosen} onChoose={setChosen} onCut={turn} word={word} />
          <Row words>
            <Button onClick={add} disabled={bulbs.length >= 60}>
              {tell("one-more-organ", { word })}
            </Button>
            <Button onClick={drop} disabled={bulbs.length === 0}>
              {tell("one-less-organ", { word })}
            </Button>
            <Aside>{tell("tap-a-to-say-more-of-it-tap-the", { word })}</Aside>
          </Row>
          {bulb && <EditBulb key={bulb.n} bulb={bulb} bulbs={bulbs} word={word} onChange={(p) => change(bulb.n, p)} />}
          {trouble && <Trouble error={trouble} />}
          {cuts.length > 0 && <Pieces at={at} word={word} onBorn={setBorn} />}
        </>
      )}
    </section>
  );
}

/** The new plants, once it was divided. */
function Born({ plants }: { plants: Plant[] }) {
  return (
    <p data-part="divided" role="status">
      <Tell
        of="divided-new-on-the-bench"
        with={{
          plants: plants.map((p, i) => (
            <span key={p.id}>
              {i > 0 && ", "}
              <Link to={`/plants/${p.id}/roots`}>{p.intake.tag}</Link>
            </span>
          )),
        }}
      />
    </p>
  );
}

type PiecesProps = { at: Divisible; word: string; onBorn: (p: Plant[]) => void };

/** What each piece would have, and the division itself. */
function Pieces({ at, word, onBorn }: PiecesProps) {
  const { plant } = usePlant();
  const { cuts, parts: pieces } = at;
  const [keeps, setKeeps] = useState(0);
  const [tags, setTags] = useState<Record<string, string>>({});
  const [sure, setSure] = useState(false);
  const { send, trouble } = useSend<{ new: Plant[] }>({
    then: (done) => onBorn(done.new),
  });
  const kept = Math.min(keeps, pieces.length - 1);
  const key = (p: CutPart) => p.bulbs.join();
  const tagOf = (p: CutPart) => tags[key(p)] ?? `${plant.intake.tag}, ${p.name}`;
  const against = at.advice.decision !== "can" || pieces.some((p) => p.known && !p.known.fits);

  const divide = () => {
    const body = {
      cuts,
      tags: pieces.filter((_, i) => i !== kept).map(tagOf),
      keeps: kept,
      sure,
    };
    send(() => ask(client.POST("/api/v1/plants/{id}/divisions", { params: { path: { id: plant.id } }, body })));
  };
  return (
    <section aria-label={tell("pieces")}>
      <h2>{tell("what-each-piece-would-have")}</h2>
      <div className={view.columns}>
        {pieces.map((p, i) => (
          <div key={key(p)} className={css.piece} data-fits={p.known?.fits ?? undefined}>
            <h3>{tell("piece", { name: p.name })}</h3>
            <Has piece={p.known} bulbs={p.bulbs} word={word} />
            {i === kept ? (
              <p>
                <Tell of="keeps-the-tag" with={{ tag: <b>{plant.intake.tag}</b> }} />
              </p>
            ) : (
              <div>
                <TextLine
                  {...Intake.tag}
                  label={tell("tag-of-piece", { name: p.name })}
                  value={tagOf(p)}
                  onChange={(tag) => setTags({ ...tags, [key(p)]: tag })}
                />
                <Plain onClick={() => setKeeps(i)}>{tell("let-this-one-keep-the-tag")}</Plain>
              </div>
            )}
          </div>
        ))}
      </div>
      {at.advice.unplaced_mm.high > 0 && (
        <Why>
          {tell("of-living-root-is-of-no-known", {
            low: ranged(at.advice.unplaced_mm.low, at.advice.unplaced_mm.high, length),
          })}
        </Why>
      )}
      {against && (
        <Tick
          label={tell("divide-it-all-the-same")}
          hint={tell("the-advice-is-against-it-say-so")}
          checked={sure}
          onChange={setSure}
        />
      )}
      <Button type="primary" disabled={against && !sure} onClick={divide}>
        {tell("divide-into", { count: pieces.length })}
      </Button>
      {trouble && <Trouble error={trouble} />}
    </section>
  );
}

function Has({ piece, bulbs, word }: { piece?: Piece; bulbs: number[]; word: string }) {
  return (
    <>
      <p>
        {tell("organs", { count: bulbs.length, word, list: listed(bulbs.map(String)) })}{" "}
        {piece &&
          tell("of-living-root", {
            leads: piece.leads,
            live: ranged(piece.live_mm.low, piece.live_mm.high, length),
          })}
      </p>
      {piece?.why.map((w) => (
        <Why key={w.value}>
          <Marked text={w} />
        </Why>
      ))}
    </>
  );
}
