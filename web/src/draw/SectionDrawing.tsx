import type { Section } from "../lib/api/client";
import { ranged } from "../lib/words";
import { tell } from "../words/draw";
import pen from "./pens.module.css";

type Props = { section: Section; wall: string; mix: string };

const W = 400;
const LABELS = 150;
const TOP = 96;

/** Plant and pot cut through the middle, to scale, made from the data. */
export function SectionDrawing({ section: s, wall, mix }: Props) {
  const scale = Math.min((W - LABELS - 30) / s.width_mm, 300 / s.height_mm);
  const H = TOP + s.height_mm * scale + 46;
  const mid = 16 + (s.width_mm * scale) / 2;
  const x = (mm: number) => mid + mm * scale;
  const y = (mm: number) => TOP + (s.height_mm - mm) * scale;
  const inside = s.outline.map((p) => `${x(p.x)},${y(p.z)}`).join(" ");
  const right = x(s.width_mm / 2);
  const wallAt = (z: number) => widthAt(s, z) / 2;
  const old = s.lead === "right" && !!s.bulbs;
  return (
    <figure>
      <svg className={pen.drawing} data-section viewBox={`0 0 ${W} ${H}`} role="img" aria-label={said(s)}>
        <Patterns inside={inside} />
        <Inside s={s} x={x} y={y} scale={scale} />
        <polyline points={inside} {...wallOf(wall)} />
        {s.holes_mm.map((z) => (
          <g key={z} className={`${pen.ink} ${pen.onPaper}`} strokeWidth="1.2">
            <circle cx={x(-wallAt(z))} cy={y(z)} r="4.5" />
            <circle cx={x(wallAt(z))} cy={y(z)} r="4.5" />
          </g>
        ))}
        <line
          x1={x(-wallAt(s.fill_mm))}
          x2={x(wallAt(s.fill_mm))}
          y1={y(s.fill_mm)}
          y2={y(s.fill_mm)}
          className={pen.umber}
          strokeWidth="1.5"
          strokeDasharray="3 4"
        />
        <Roots s={s} x={x} y={y} scale={scale} />
        <Plant s={s} x={x} y={y} scale={scale} old={old} />
        <HeldStill s={s} x={x} y={y} />
        <Labels s={s} at={right + 12} y={y} mix={mix} />
        <g className={pen.ink} strokeWidth="2">
          <line x1={x(-s.width_mm / 2)} x2={x(-s.width_mm / 2) + 50 * scale} y1={H - 22} y2={H - 22} />
          <text x={x(-s.width_mm / 2)} y={H - 6} className={pen.faintFill} stroke="none">
            {tell("50-mm")}
          </text>
        </g>
      </svg>
    </figure>
  );
}

type Scaled = { s: Section; x: (mm: number) => number; y: (mm: number) => number; scale: number };

/** What the layers are drawn with. */
const Patterns = ({ inside }: { inside: string }) => (
  <defs>
    <clipPath id="section-inside">
      <polygon points={inside} />
    </clipPath>
    <pattern id="section-balls" width="17" height="15" patternUnits="userSpaceOnUse">
      <circle cx="4.5" cy="4" r="3.6" className={pen.umber} strokeWidth="1.2" opacity="0.5" />
      <circle cx="13" cy="11" r="3.6" className={pen.umber} strokeWidth="1.2" opacity="0.5" />
    </pattern>
    <pattern id="section-strands" width="26" height="14" patternUnits="userSpaceOnUse">
      <path d="M0 4q6 -5 13 0t13 0M2 11q6 4 11 0t11 1" className={pen.umber} strokeWidth="1.4" opacity="0.55" />
    </pattern>
    <pattern id="section-chips" width="13" height="11" patternUnits="userSpaceOnUse">
      <path d="M2 3l4 1M8 8l4-1M9 2l2 2" className={pen.umber} strokeWidth="1.4" opacity="0.55" />
    </pattern>
    <pattern id="section-chunks" width="30" height="20" patternUnits="userSpaceOnUse">
      <path d="M3 9L7 2L15 5L12 13ZM19 12L27 9L28 17L21 18Z" className={pen.umber} strokeWidth="1.2" opacity="0.6" />
    </pattern>
    <pattern id="section-shards" width="26" height="18" patternUnits="userSpaceOnUse">
      <path d="M2 12L8 3L15 6L12 14ZM17 4L24 6L22 13L16 11Z" className={pen.faint} strokeWidth="1.2" />
    </pattern>
  </defs>
);

/** Layers, water, and how far the damp reaches. */
const Inside = ({ s, x, y, scale }: Scaled) => (
  <g clipPath="url(#section-inside)">
    {s.layers.map((l) => (
      <rect
        key={l.kind}
        x="0"
        width={W}
        y={y(l.to_mm)}
        height={(l.to_mm - l.from_mm) * scale}
        fill={`url(#section-${l.grain})`}
      />
    ))}
    {s.water_mm > 0 && (
      <rect x="0" width={W} y={y(s.water_mm)} height={s.water_mm * scale} className={pen.waterFill} opacity="0.4" />
    )}
    {s.dry_top_mm > 1 && s.wet_high_mm > s.wet_to_mm && (
      <rect
        x="0"
        width={W}
        y={y(s.wet_high_mm)}
        height={(s.wet_high_mm - s.wet_to_mm) * scale}
        className={pen.waterFill}
        opacity="0.07"
      />
    )}
    {s.dry_top_mm > 1 && (
      <rect
        x="0"
        width={W}
        y={y(s.wet_to_mm)}
        height={(s.wet_to_mm - s.water_mm) * scale}
        className={pen.waterFill}
        opacity="0.14"
      />
    )}
    {s.old_dry_mm > 0 && (
      <rect
        x={x(s.base.x - s.base_width_mm / 2)}
        width={s.old_dry_mm * scale}
        y={y(s.fill_mm)}
        height={Math.min(14, s.fill_mm) * scale}
        fill="url(#section-shards)"
      />
    )}
  </g>
);

const Roots = ({ s, x, y, scale }: Scaled) => (
  <>
    {s.roots.map((r, i) => (
      <path
        key={i}
        d={`M${x(r.from.x)} ${y(r.from.z)}Q${x(r.from.x)} ${(y(r.from.z) + y(r.to.z)) / 2} ${x(r.to.x)} ${y(r.to.z)}`}
        className={pen.green}
        strokeLinecap="round"
        strokeWidth={Math.max(1.5, Math.min(3.5, r.width_mm * scale))}
      />
    ))}
    {s.roots.map((r, i) => r.new && <circle key={i} cx={x(r.to.x)} cy={y(r.to.z)} r="4" className={pen.greenFill} />)}
  </>
);

/** What holds it until it holds itself. */
const HeldStill = ({ s, x, y }: Omit<Scaled, "scale">) => (
  <>
    {s.stake && (
      <line
        x1={x(s.stake.x) + 5}
        x2={x(s.stake.x) + 5}
        y1={y(s.stake.z)}
        y2={12}
        className={pen.umber}
        strokeWidth="3"
      />
    )}
    {s.skewer && (
      <line
        x1={x(-s.width_mm / 2) - 8}
        x2={x(s.width_mm / 2) + 8}
        y1={y(s.base.z) - 3}
        y2={y(s.base.z) - 3}
        className={pen.umber}
        strokeWidth="3"
      />
    )}
  </>
);

/** The plant above the surface: bulbs from the oldest to the lead, or a fan of leaves. */
function Plant({ s, x, y, scale, old }: Scaled & { old: boolean }) {
  const base = y(s.base.z);
  const half = (s.base_width_mm / 2) * scale;
  const at = x(s.base.x);
  const n = Math.max(2, Math.min(4, Math.round((2 * half) / 26)));
  return (
    <g>
      <line
        x1={at - half}
        x2={at + half}
        y1={base}
        y2={base}
        className={pen.ink}
        strokeWidth="5"
        strokeLinecap="round"
      />
      {old &&
        Array.from({ length: n }, (_, i) => {
          const c = at - half + ((i + 0.5) * 2 * half) / n;
          const tall = 30 + i * 6;
          return (
            <path
              key={i}
              d={`M${c} ${base}C${c - 13} ${base - 6} ${c - 8} ${base - tall} ${c} ${base - tall}C${c + 8} ${base - tall} ${c + 13} ${base - 6} ${c} ${base}Z`}
              className={`${pen.ink} ${pen.onPaper}`}
              strokeWidth="1.6"
              data-lead={i === n - 1 || undefined}
            />
          );
        })}
      {old && (
        <path
          d={`M${at + half} ${base}c10 0 16 -6 17 -26M${at + half + 12} ${base - 16}l5 -10l6 9`}
          className={pen.green}
          strokeWidth="3"
          strokeLinecap="round"
        />
      )}
      {!old && (
        <path
          d={`M${at} ${base}q-34 -18 -44 -58M${at} ${base}q34 -18 44 -58M${at} ${base}q-14 -26 -13 -72M${at} ${base}q14 -26 13 -72`}
          className={pen.green}
          strokeWidth="3"
          strokeLinecap="round"
        />
      )}
    </g>
  );
}

/** What lies where, beside the pot, kept apart. */
function Labels({ s, at, y, mix }: { s: Section; at: number; y: (mm: number) => number; mix: string }) {
  const raw: { z: number; words: string; kind?: string }[] = [
    { z: s.fill_mm, words: tell("surface") },
    ...(Math.abs(s.base.z - s.fill_mm) > 1
      ? [
          {
            z: s.base.z,
            words: tell("base-mm", {
              z: Math.round(Math.abs(s.base.z - s.fill_mm)),
              side: s.base.z < s.fill_mm ? "lower" : "higher",
            }),
          },
        ]
      : []),
    ...(s.dry_top_mm > 1
      ? [
          {
            z: s.wet_to_mm,
            words: s.measured
              ? tell("damp-to-mm-measured", { wettomm: Math.round(s.wet_to_mm) })
              : tell("damp-to", { wetlowmm: ranged(s.wet_low_mm, s.wet_high_mm, (mm) => `${Math.round(mm)} mm`) }),
            kind: "water",
          },
          { z: s.wet_to_mm + s.dry_top_mm / 2, words: tell("mm-stay-dry", { drytopmm: Math.round(s.dry_top_mm) }) },
        ]
      : []),
    ...(s.water_mm > 0
      ? [{ z: s.water_mm, words: tell("water-to-mm", { watermm: Math.round(s.water_mm) }), kind: "water" }]
      : []),
    ...s.layers.map((l) => ({ z: (l.from_mm + l.to_mm) / 2, words: l.kind === "medium" ? mix || l.name : l.name })),
  ];
  const sorted = [...raw].sort((a, b) => b.z - a.z);
  const places = sorted.reduce<number[]>((done, l) => [...done, Math.max(y(l.z) + 5, (done.at(-1) ?? 0) + 18)], []);
  return (
    <g data-labels>
      {sorted.map((l, i) => (
        <g key={l.words}>
          <line className={pen.silver} x1={at - 8} x2={at + 4} y1={y(l.z)} y2={(places[i] ?? 0) - 5} />
          <text
            x={at + 7}
            y={places[i]}
            className={l.kind === "water" ? pen.waterFill : undefined}
            fontWeight={l.kind === "water" ? 700 : undefined}
          >
            {l.words}
          </text>
        </g>
      ))}
    </g>
  );
}

/** A wall as it is: clear ones thin, clay thick and brown, nets with gaps. */
function wallOf(wall: string) {
  if (wall === "clay") return { className: pen.umber, strokeWidth: 6 };
  if (wall === "net" || wall === "basket") return { className: pen.ink, strokeWidth: 3, strokeDasharray: "10 6" };
  return { className: pen.ink, strokeWidth: wall === "opaque" ? 5 : 2 };
}

/** The width of the pot at a height, from its outline. */
function widthAt(s: Section, z: number): number {
  const side = s.outline.filter((p) => p.x >= 0).sort((a, b) => a.z - b.z);
  for (let i = 1; i < side.length; i++) {
    const [a, b] = [side[i - 1], side[i]];
    if (a && b && z <= b.z) return 2 * (a.x + ((b.x - a.x) * (z - a.z)) / Math.max(b.z - a.z, 1e-9));
  }
  return s.width_mm;
}

function said(s: Section): string {
  return [
    tell("section-of-the-pot-mm-wide-and", {
      widthmm: Math.round(s.width_mm),
      heightmm: Math.round(s.height_mm),
      fillmm: Math.round(s.fill_mm),
    }),
    s.water_mm > 0
      ? tell("water-to-mm-mm-at-the-top-stay", { watermm: Math.round(s.water_mm), drytopmm: Math.round(s.dry_top_mm) })
      : tell("no-reservoir"),
    s.lead === "right" ? tell("oldest-growth-to-the-wall-on-the") : tell("the-plant-in-the-middle"),
    tell("living-roots", { count: s.roots.length }),
  ].join(" ");
}
