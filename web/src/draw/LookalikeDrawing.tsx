import type { ReactNode } from "react";
import css from "./lookalike.module.css";
import pen from "./pens.module.css";

const root = "M6 34 C 30 26, 60 42, 112 32";
const leaf = "M6 40 C 30 10, 80 8, 114 34 C 84 52, 36 56, 6 40 Z";

/** A root of usual thickness, with what lies on it. */
const onRoot = (tone: string, ...more: ReactNode[]) => (
  <>
    <path d={root} className={tone === "pale" ? pen.silver : pen.umber} strokeWidth="11" />
    {more}
  </>
);
/** A leaf with what lies on it. */
const onLeaf = (...more: ReactNode[]) => (
  <>
    <path d={leaf} className={`${pen.ink} ${css.leaf}`} />
    <path d="M8 40 C 40 30, 84 30, 112 34" className={pen.ink} strokeWidth="0.8" />
    {more}
  </>
);
/** A root end at the right, pointing down into the medium's line. */
const end = (tone: string, tip: ReactNode) => (
  <>
    <path d="M4 12 C 30 14, 46 26, 56 40" className={tone === "pale" ? pen.silver : pen.umber} strokeWidth="11" />
    {tip}
    <path d="M2 62 h116" className={pen.ink} strokeDasharray="6 4" />
  </>
);
/** A plant of four leaves; yellow are those named. */
const fan = (...yellow: number[]) => (
  <>
    {[
      "M60 62 C 40 58, 18 60, 6 52 C 22 44, 46 48, 60 58",
      "M60 62 C 80 58, 102 60, 114 52 C 98 44, 74 48, 60 58",
      "M60 58 C 46 44, 26 34, 14 20 C 34 22, 54 38, 61 54",
      "M60 58 C 74 44, 94 34, 106 20 C 86 22, 66 38, 59 54",
    ].map((d, i) => (
      <path key={d} d={d} className={`${pen.ink} ${yellow.includes(i) ? css.yellow : css.leaf}`} />
    ))}
    <path d="M60 54 V66" className={pen.ink} />
  </>
);
const dots = (points: [number, number][], r: number, className: string | undefined) =>
  points.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={r} className={className} />);
const wall = (film: ReactNode) => (
  <>
    <path d="M20 6 L28 64 H92 L100 6" className={pen.ink} />
    {film}
  </>
);
const cutFace = (more: ReactNode) => (
  <>
    <ellipse cx="60" cy="35" rx="34" ry="26" className={`${pen.ink} ${pen.onRaised}`} />
    {more}
  </>
);
const spray: [number, number][] = [];
for (let i = 0; i < 60; i++) spray.push([26 + ((i * 37) % 70), 22 + ((i * 53) % 24)]);

const drawings: Record<string, ReactNode> = {
  "root-natural": onRoot(
    "brown",
    [20, 34, 48, 62, 76, 90].map((x) => (
      <path key={x} d={`M${x} 26 l-2 -8 M${x + 5} 42 l-1 8`} className={pen.ink} strokeWidth="0.8" />
    )),
  ),
  "root-tannin": onRoot(
    "pale",
    <path
      key="p"
      d="M28 31 C 38 29, 44 33, 52 35 M72 36 C 82 37, 88 35, 96 34"
      className={pen.umber}
      strokeWidth="8"
      opacity="0.7"
    />,
  ),
  "root-salt": onRoot(
    "pale",
    <path
      key="p"
      d="M24 28 l3 5 M30 34 l5 -3 M33 28 l4 6 M40 36 l3 -6 M46 30 l2 6 M70 34 l4 4 M78 32 l1 7 M84 38 l4 -5 M90 32 l3 5"
      className={pen.umber}
      strokeWidth="3"
    />,
    <g key="c">
      {dots(
        [
          [16, 56],
          [30, 58],
          [46, 56],
          [62, 58],
          [80, 56],
          [98, 58],
        ],
        2.5,
        `${pen.ink} ${pen.onRaised}`,
      )}
    </g>,
  ),
  "root-rotting": (
    <>
      <path d="M6 34 C 24 28, 36 36, 50 36" className={pen.umber} strokeWidth="11" strokeDasharray="1 5" />
      <path d="M50 36 C 70 36, 90 32, 114 40" className={pen.umber} strokeWidth="1.6" />
      <path d="M54 44 q 8 8 18 4" className={pen.umber} strokeWidth="3" />
    </>
  ),
  "end-dry": end("pale", <circle cx="57" cy="42" r="6" className={`${pen.ink} ${pen.umberFill}`} />),
  "end-chewed": end(
    "pale",
    <path d="M50 38 q 4 -6 7 2 q 4 -5 6 4 q -8 8 -13 -6" className={`${pen.ink} ${pen.onPaper}`} />,
  ),
  "end-black-dry": end("pale", <circle cx="57" cy="42" r="6" className={`${pen.ink} ${pen.inkFill}`} />),
  "end-running": end("pale", <path d="M32 18 C 44 22, 50 30, 57 42" className={pen.ink} strokeWidth="8" />),
  "end-sealed": end("pale", <path d="M50 42 q 8 8 13 -4" className={pen.ink} />),
  "leaf-stippled": onLeaf(...dots(spray, 0.9, `${pen.ink} ${pen.onRaised}`)),
  "leaf-pitted": onLeaf(
    ...dots(
      [
        [40, 28],
        [52, 36],
        [64, 24],
        [74, 38],
        [84, 28],
        [58, 44],
      ],
      4,
      `${pen.ink} ${pen.silverFill}`,
    ),
  ),
  "leaf-scraped": onLeaf(
    <path key="s" d="M36 30 l18 -4 M40 36 l20 -4 M66 34 l16 -2 M70 40 l14 -2" className={pen.silver} strokeWidth="3" />,
  ),
  "web-mites": (
    <>
      <path d="M60 66 V40 L20 14 M60 40 L100 14" className={pen.ink} />
      <path
        d="M34 23 Q60 30 86 23 M42 29 Q60 36 78 29 M48 33 Q60 38 72 33 M40 20 L54 38 M80 20 L66 38"
        className={pen.ink}
        strokeWidth="0.8"
      />
      {dots(
        [
          [52, 28],
          [64, 30],
          [58, 34],
          [70, 26],
        ],
        1.4,
        `${pen.ink} ${pen.inkFill}`,
      )}
    </>
  ),
  "web-spider": (
    <>
      <path d="M10 10 L110 60 M110 10 L10 60 M60 4 V66 M10 35 H110" className={pen.ink} strokeWidth="0.8" />
      <path d="M60 22 L74 28 L80 35 L74 42 L60 48 L46 42 L40 35 L46 28 Z" className={pen.ink} strokeWidth="0.8" />
      <circle cx="60" cy="35" r="5" className={`${pen.ink} ${pen.inkFill}`} />
      <path d="M56 32 l-9 -6 M64 32 l9 -6 M56 38 l-9 6 M64 38 l9 6" className={pen.ink} />
    </>
  ),
  "film-dark": wall(<path d="M24 30 Q40 22 56 32 T 94 30 L90 62 H30 Z" className={`${pen.ink} ${css.slime}`} />),
  "film-green": wall(
    <>
      {[30, 42, 54, 66, 78, 88].map((x, i) => (
        <path
          key={x}
          d={`M${x} 62 v-${10 + (i % 3) * 5} m0 4 l-4 -4 m4 8 l4 -4`}
          className={pen.green}
          strokeWidth="2"
        />
      ))}
    </>,
  ),
  springtail: (
    <>
      <ellipse cx="56" cy="34" rx="22" ry="9" className={`${pen.ink} ${pen.onRaised}`} />
      <path d="M78 32 l14 -8 M78 35 l14 4 M36 40 q -10 14 12 8 M48 43 v9 M60 43 v9" className={pen.ink} />
    </>
  ),
  "gnat-larva": (
    <>
      <path d="M14 40 Q36 22 58 38 T 100 32" className={pen.silver} strokeWidth="5" />
      <circle cx="103" cy="31" r="4.5" className={`${pen.ink} ${pen.inkFill}`} />
    </>
  ),
  "tip-spike": (
    <>
      <path d="M28 66 C 30 44, 40 30, 56 20" className={pen.green} strokeWidth="7" />
      <path d="M54 24 C 56 8, 78 4, 84 10 C 90 16, 78 20, 70 20 C 76 24, 68 30, 60 26 Z" className={pen.ink} />
      <path d="M31 50 l9 -3 M38 36 l8 0" className={pen.ink} />
    </>
  ),
  "tip-growth": (
    <>
      <path d="M8 62 h104" className={pen.umber} strokeWidth="5" />
      <path d="M24 60 C 14 40, 18 18, 32 12 C 44 20, 46 42, 38 60 Z" className={pen.ink} />
      <path d="M70 60 C 64 46, 70 32, 84 22 C 92 36, 92 50, 86 60 Z" className={pen.green} strokeWidth="3" />
      <path d="M76 60 C 74 48, 78 38, 84 30 M82 60 C 86 50, 86 42, 84 34" className={pen.ink} strokeWidth="0.8" />
    </>
  ),
  "tip-root": (
    <>
      <path d="M10 14 C 34 16, 58 26, 78 42" className={pen.silver} strokeWidth="11" />
      <path d="M78 42 C 86 48, 92 54, 96 60" className={pen.green} strokeWidth="11" strokeLinecap="round" />
    </>
  ),
  "root-mealybug": (
    <>
      <ellipse cx="60" cy="36" rx="26" ry="16" className={`${pen.ink} ${pen.onRaised}`} />
      <path
        d="M40 28 q 4 16 0 18 M50 22 q 4 26 0 28 M60 20 v32 M70 22 q -4 26 0 28 M80 28 q -4 16 0 18"
        className={pen.ink}
        strokeWidth="0.8"
      />
      <path d="M34 36 l-8 0 M86 36 l8 0 M40 48 l-5 7 M80 48 l5 7 M40 24 l-5 -7 M80 24 l5 -7" className={pen.ink} />
    </>
  ),
  eggs: (
    <>
      {dots(
        [
          [46, 40],
          [58, 44],
          [70, 40],
          [52, 30],
          [64, 30],
          [58, 20],
        ],
        7,
        pen.ink,
      )}
    </>
  ),
  fertiliser: (
    <>
      {dots(
        [
          [28, 44],
          [62, 26],
          [94, 46],
        ],
        7,
        `${pen.ink} ${css.yellow}`,
      )}
    </>
  ),
  "yellow-low": fan(0),
  "yellow-many": fan(0, 1, 3),
  "yellow-side": fan(0, 2),
  "patch-sun": onLeaf(<ellipse key="p" cx="64" cy="26" rx="20" ry="9" className={`${pen.ink} ${pen.onRaised}`} />),
  "patch-cold": onLeaf(
    <path
      key="p"
      d="M30 34 q 8 -8 16 0 t 16 2 t 18 -4 q -4 12 -18 10 t -32 -8"
      className={`${pen.ink} ${pen.silverFill}`}
      strokeDasharray="2 2"
    />,
  ),
  "patch-soft": onLeaf(
    <path key="p" d="M56 22 q 24 -6 34 8 q 2 14 -20 14 q -26 0 -14 -22" className={`${pen.ink} ${pen.umberFill}`} />,
    <path key="l" d="M52 20 q 28 -10 42 8 q 2 20 -24 20 q -32 -2 -18 -28" className={pen.ink} strokeDasharray="4 3" />,
  ),
  "cut-clean": cutFace(null),
  "cut-ring": cutFace(<ellipse cx="60" cy="35" rx="22" ry="16" className={pen.umber} strokeWidth="6" />),
};

/** A small drawing of what to look for. */
export function Drawing({ code, label }: { code: string; label: string }) {
  return (
    <svg className={css.lookalike} viewBox="0 0 120 70" role="img" aria-label={label}>
      {drawings[code] ?? null}
    </svg>
  );
}
