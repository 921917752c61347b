import type { ReactNode } from "react";

const root = "M6 34 C 30 26, 60 42, 112 32";
const leaf = "M6 40 C 30 10, 80 8, 114 34 C 84 52, 36 56, 6 40 Z";

/** A root of usual thickness, with what lies on it. */
const onRoot = (tone: string, ...more: ReactNode[]) => (
  <>
    <path d={root} className={`d-root d-${tone}`} />
    {more}
  </>
);
/** A leaf with what lies on it. */
const onLeaf = (...more: ReactNode[]) => (
  <>
    <path d={leaf} className="d-leaf" />
    <path d="M8 40 C 40 30, 84 30, 112 34" className="d-thin" />
    {more}
  </>
);
/** A root end at the right, pointing down into the medium's line. */
const end = (tone: string, tip: ReactNode) => (
  <>
    <path d="M4 12 C 30 14, 46 26, 56 40" className={`d-root d-${tone}`} />
    {tip}
    <path d="M2 62 h116" className="d-ground" />
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
      <path key={d} d={d} className={yellow.includes(i) ? "d-yellow" : "d-leaf"} />
    ))}
    <path d="M60 54 V66" className="d-line" />
  </>
);
const dots = (points: [number, number][], r: number, className: string) =>
  points.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={r} className={className} />);
const wall = (film: ReactNode) => (
  <>
    <path d="M20 6 L28 64 H92 L100 6" className="d-line" />
    {film}
  </>
);
const cutFace = (more: ReactNode) => (
  <>
    <ellipse cx="60" cy="35" rx="34" ry="26" className="d-face" />
    {more}
  </>
);
const spray: [number, number][] = [];
for (let i = 0; i < 60; i++) spray.push([26 + ((i * 37) % 70), 22 + ((i * 53) % 24)]);

const drawings: Record<string, ReactNode> = {
  "root-natural": onRoot(
    "brown",
    [20, 34, 48, 62, 76, 90].map((x) => <path key={x} d={`M${x} 26 l-2 -8 M${x + 5} 42 l-1 8`} className="d-thin" />),
  ),
  "root-tannin": onRoot(
    "pale",
    <path key="p" d="M28 31 C 38 29, 44 33, 52 35 M72 36 C 82 37, 88 35, 96 34" className="d-patch" />,
  ),
  "root-salt": onRoot(
    "pale",
    <path
      key="p"
      d="M24 28 l3 5 M30 34 l5 -3 M33 28 l4 6 M40 36 l3 -6 M46 30 l2 6 M70 34 l4 4 M78 32 l1 7 M84 38 l4 -5 M90 32 l3 5"
      className="d-rough"
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
        "d-crust",
      )}
    </g>,
  ),
  "root-rotting": (
    <>
      <path d="M6 34 C 24 28, 36 36, 50 36" className="d-root d-rot" />
      <path d="M50 36 C 70 36, 90 32, 114 40" className="d-thread" />
      <path d="M54 44 q 8 8 18 4" className="d-rough" />
    </>
  ),
  "end-dry": end("pale", <circle cx="57" cy="42" r="6" className="d-brown-fill" />),
  "end-chewed": end("pale", <path d="M50 38 q 4 -6 7 2 q 4 -5 6 4 q -8 8 -13 -6" className="d-hole" />),
  "end-black-dry": end("pale", <circle cx="57" cy="42" r="6" className="d-black" />),
  "end-running": end("pale", <path d="M32 18 C 44 22, 50 30, 57 42" className="d-root d-run" />),
  "end-sealed": end("pale", <path d="M50 42 q 8 8 13 -4" className="d-line" />),
  "leaf-stippled": onLeaf(...dots(spray, 0.9, "d-pale")),
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
      "d-pit",
    ),
  ),
  "leaf-scraped": onLeaf(
    <path key="s" d="M36 30 l18 -4 M40 36 l20 -4 M66 34 l16 -2 M70 40 l14 -2" className="d-scrape" />,
  ),
  "web-mites": (
    <>
      <path d="M60 66 V40 L20 14 M60 40 L100 14" className="d-line" />
      <path
        d="M34 23 Q60 30 86 23 M42 29 Q60 36 78 29 M48 33 Q60 38 72 33 M40 20 L54 38 M80 20 L66 38"
        className="d-thin"
      />
      {dots(
        [
          [52, 28],
          [64, 30],
          [58, 34],
          [70, 26],
        ],
        1.4,
        "d-black",
      )}
    </>
  ),
  "web-spider": (
    <>
      <path d="M10 10 L110 60 M110 10 L10 60 M60 4 V66 M10 35 H110" className="d-thin" />
      <path d="M60 22 L74 28 L80 35 L74 42 L60 48 L46 42 L40 35 L46 28 Z" className="d-thin" />
      <circle cx="60" cy="35" r="5" className="d-black" />
      <path d="M56 32 l-9 -6 M64 32 l9 -6 M56 38 l-9 6 M64 38 l9 6" className="d-line" />
    </>
  ),
  "film-dark": wall(<path d="M24 30 Q40 22 56 32 T 94 30 L90 62 H30 Z" className="d-slime" />),
  "film-green": wall(
    <>
      {[30, 42, 54, 66, 78, 88].map((x, i) => (
        <path key={x} d={`M${x} 62 v-${10 + (i % 3) * 5} m0 4 l-4 -4 m4 8 l4 -4`} className="d-moss" />
      ))}
    </>,
  ),
  springtail: (
    <>
      <ellipse cx="56" cy="34" rx="22" ry="9" className="d-white" />
      <path d="M78 32 l14 -8 M78 35 l14 4 M36 40 q -10 14 12 8 M48 43 v9 M60 43 v9" className="d-line" />
    </>
  ),
  "gnat-larva": (
    <>
      <path d="M14 40 Q36 22 58 38 T 100 32" className="d-worm" />
      <circle cx="103" cy="31" r="4.5" className="d-black" />
    </>
  ),
  "root-mealybug": (
    <>
      <ellipse cx="60" cy="36" rx="26" ry="16" className="d-white" />
      <path
        d="M40 28 q 4 16 0 18 M50 22 q 4 26 0 28 M60 20 v32 M70 22 q -4 26 0 28 M80 28 q -4 16 0 18"
        className="d-thin"
      />
      <path d="M34 36 l-8 0 M86 36 l8 0 M40 48 l-5 7 M80 48 l5 7 M40 24 l-5 -7 M80 24 l5 -7" className="d-line" />
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
        "d-clear",
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
        "d-amber",
      )}
    </>
  ),
  "yellow-low": fan(0),
  "yellow-many": fan(0, 1, 3),
  "yellow-side": fan(0, 2),
  "patch-sun": onLeaf(<ellipse key="p" cx="64" cy="26" rx="20" ry="9" className="d-bleached" />),
  "patch-cold": onLeaf(
    <path key="p" d="M30 34 q 8 -8 16 0 t 16 2 t 18 -4 q -4 12 -18 10 t -32 -8" className="d-glassy" />,
  ),
  "patch-soft": onLeaf(
    <path key="p" d="M56 22 q 24 -6 34 8 q 2 14 -20 14 q -26 0 -14 -22" className="d-rot-fill" />,
    <path key="l" d="M52 20 q 28 -10 42 8 q 2 20 -24 20 q -32 -2 -18 -28" className="d-dash" />,
  ),
  "cut-clean": cutFace(null),
  "cut-ring": cutFace(<ellipse cx="60" cy="35" rx="22" ry="16" className="d-ring" />),
};

/** A small drawing of what to look for. */
export function Drawing({ code, label }: { code: string; label: string }) {
  return (
    <svg className="drawing" viewBox="0 0 120 70" role="img" aria-label={label}>
      {drawings[code] ?? null}
    </svg>
  );
}
