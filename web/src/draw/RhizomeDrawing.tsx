import type { KeyboardEvent } from "react";
import type { Bulb, Divisible } from "../lib/api/client";
import { abreast, bulbStates, length, ranged, wordOf } from "../lib/words";
import { tell } from "../words/draw";
import pen from "./pens.module.css";
import css from "./rhizome.module.css";

type Props = {
  at: Divisible;
  chosen?: number;
  onChoose: (n: number) => void;
  onCut: (n: number) => void;
  word: string;
};

const STEP = 78;
const ROW = 186;
const MARGIN = 46;

/** Each branch of the rhizome on a line of its own; the main one is the lowest. */
function place(bulbs: Bulb[]) {
  const row = new Map<number, number>();
  const column = new Map<number, number>();
  const taken = new Map<number, boolean>(); // whether a bulb goes on in its own line
  let rows = 0;
  for (const b of bulbs) {
    if (b.from === 0 || taken.get(b.from)) row.set(b.n, b.from === 0 ? rows : ++rows);
    else {
      row.set(b.n, row.get(b.from) ?? 0);
      taken.set(b.from, true);
    }
    column.set(b.n, b.from === 0 ? 0 : (column.get(b.from) ?? 0) + 1);
  }
  const columns = Math.max(0, ...column.values()) + 1;
  const at = (n: number) => ({
    x: MARGIN + (column.get(n) ?? 0) * STEP,
    y: 96 + (rows - (row.get(n) ?? 0)) * ROW,
  });
  return { at, width: Math.max(MARGIN * 2 + columns * STEP, 330), height: 194 + rows * ROW };
}

const onKey = (act: () => void) => (e: KeyboardEvent) => {
  if (e.key !== "Enter" && e.key !== " ") return;
  e.preventDefault();
  act();
};

/** The rhizome from the data: bulbs in their order, leads, live root, and where it can be cut. */
export function RhizomeDrawing({ at: d, chosen, onChoose, onCut, word }: Props) {
  const bulbs = d.rhizome.bulbs;
  if (bulbs.length === 0) return null;
  const { at, width, height } = place(bulbs);
  const { cuts } = d;
  const most = Math.max(0, ...d.advice.live_mm.map((l) => l.high));
  const places = new Map(d.advice.places.map((p) => [p.before, p]));
  return (
    <div className={css.scroll}>
      <svg
        className={pen.drawing}
        viewBox={`0 0 ${width} ${height}`}
        style={{ minWidth: Math.min(width, 360), maxWidth: width * 1.15 }}
        role="group"
        aria-label={tell("rhizome-with-s", { count: bulbs.length, word })}
      >
        {bulbs
          .filter((b) => b.from !== 0)
          .map((b) => (
            <Joint
              key={b.n}
              b={b}
              at={at}
              word={word}
              cut={cuts.includes(b.n)}
              fits={places.get(b.n)?.fits}
              onCut={onCut}
            />
          ))}
        {bulbs.map((b) => (
          <BulbDrawn
            key={b.n}
            b={b}
            at={at(b.n)}
            word={word}
            live={d.advice.live_mm[b.n - 1]}
            most={most}
            chosen={chosen === b.n}
            onChoose={onChoose}
          />
        ))}
        <Words d={d} at={at} most={most} />
      </svg>
    </div>
  );
}

type At = ReturnType<typeof place>["at"];

type JointProps = {
  b: Bulb;
  at: At;
  word: string;
  cut: boolean;
  /** Both pieces could stand alone. */
  fits?: boolean;
  onCut: (n: number) => void;
};

/** The rhizome between two bulbs, where it can be cut. */
function Joint({ b, at, word, cut, fits, onCut }: JointProps) {
  const [p, q] = [at(b.from), at(b.n)];
  // The middle of the line, or of the curve to another branch.
  const mid = {
    x: p.y === q.y ? q.x - STEP / 2 : (p.x + 3 * (p.x + STEP / 2) + 3 * p.x + q.x) / 8,
    y: (p.y + q.y) / 2 + 10,
  };
  const run =
    p.y === q.y
      ? `M${p.x} ${p.y + 10}H${q.x}`
      : `M${p.x} ${p.y + 10}C${p.x + STEP / 2} ${p.y + 10} ${p.x} ${q.y + 10} ${q.x} ${q.y + 10}`;
  const act = () => onCut(b.n);
  return (
    <g
      className={css.part}
      role="checkbox"
      tabIndex={0}
      aria-checked={cut}
      aria-label={tell(fits ? "cut-between-both-could-stand" : "cut-between", { word, from: b.from, n: b.n })}
      data-cut={cut || undefined}
      data-before={b.n}
      onClick={act}
      onKeyDown={onKey(act)}
    >
      <path d={run} className={pen.umber} strokeWidth="7" strokeLinecap="round" />
      <circle cx={mid.x} cy={mid.y} r="22" className={css.touch} />
      {fits && !cut && <circle cx={mid.x} cy={mid.y} r="5" className={`${pen.green} ${pen.onPaper}`} strokeWidth="2" />}
      {cut && (
        <path
          d={`M${mid.x - 7} ${mid.y - 17}L${mid.x + 7} ${mid.y + 17}M${mid.x + 1} ${mid.y - 17}L${mid.x + 15} ${mid.y + 17}`}
          className={pen.act}
          strokeWidth="3"
        />
      )}
    </g>
  );
}

type BulbProps = {
  b: Bulb;
  at: { x: number; y: number };
  word: string;
  live?: Divisible["advice"]["live_mm"][number];
  /** The most living root that any bulb has, mm. */
  most: number;
  chosen: boolean;
  onChoose: (n: number) => void;
};

/** A bulb, with its lead and as much root as lives on it. */
function BulbDrawn({ b, at: { x, y }, word, live, most, chosen, onChoose }: BulbProps) {
  const act = () => onChoose(b.n);
  const reach = live && most > 0 ? 10 + 26 * Math.sqrt(live.high / most) : 22;
  return (
    <g
      className={css.bulb}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={abreast([
        tell("organ", { word, n: b.n }),
        b.lead && tell("with-a-lead"),
        b.state && wordOf(bulbStates, b.state),
        live && most > 0 && tell("of-living-root", { low: ranged(live.low, live.high, length) }),
      ])}
      data-state={b.state}
      data-chosen={chosen || undefined}
      onClick={act}
      onKeyDown={onKey(act)}
    >
      <path
        d={`M${x} ${y + 10}C${x - 24} ${y - 6} ${x - 15} ${y - 56} ${x} ${y - 58}C${x + 15} ${y - 56} ${x + 24} ${y - 6} ${x} ${y + 10}Z`}
      />
      {b.lead && (
        <path
          d={`M${x + 4} ${y + 6}C${x + 22} ${y + 4} ${x + 26} ${y - 14} ${x + 25} ${y - 34}`}
          className={pen.green}
          strokeWidth="5"
          strokeLinecap="round"
        />
      )}
      {(most === 0 || (live?.high ?? 0) > 0) && (
        <path
          d={`M${x} ${y + 12}q-6 ${reach / 2} -10 ${reach}M${x} ${y + 12}q2 ${reach / 2} 0 ${reach * 1.1}M${x} ${y + 12}q7 ${reach / 2} 11 ${reach * 0.9}`}
          className={most > 0 ? pen.green : pen.silver}
          strokeWidth="2.5"
        />
      )}
    </g>
  );
}

/** Numbers, lengths of living root, and the names of the pieces. */
function Words({ d, at, most }: { d: Divisible; at: At; most: number }) {
  const { cuts, parts } = d;
  return (
    <g className={css.words} aria-hidden="true">
      {d.rhizome.bulbs.map((b) => {
        const { x, y } = at(b.n);
        const live = d.advice.live_mm[b.n - 1];
        return (
          <g key={b.n}>
            <text x={x} y={y - 16} fontSize="17">
              {b.n}
            </text>
            {live && most > 0 && (
              <text x={x} y={y + 70} className={pen.faintFill} fontSize="13">
                {ranged(live.low, live.high, length)}
              </text>
            )}
            {cuts.length > 0 && (
              <text x={x} y={y + 88} className={pen.faintFill} fontSize="15" fontWeight="700">
                {parts.find((p) => p.bulbs.includes(b.n))?.name}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
