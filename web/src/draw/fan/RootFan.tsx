import { scaleLinear } from "d3-scale";
import { useId, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Growth, RootsReading, DrawnVerdict } from "../../lib/api/client";
import { tell } from "../../words/draw";
import pen from "../pens.module.css";
import { Labels } from "./Labels";
import { StrandDrawing } from "./StrandDrawing";
import css from "./fan.module.css";
import { layOut, type Layout } from "./layout";
import { isGone, type View } from "./view";

type Props = {
  reading: RootsReading;
  verdict: DrawnVerdict;
  /** What grew since the last reading is drawn heavier. */
  grown?: Growth[];
  /** Cut ticks with the length to cut at. */
  cuts?: boolean;
  /** Roots that are there no more: drawn as ghosts. */
  lost?: string[];
  /** Jobs done, by item: what came off is drawn as a ghost. */
  done?: Record<string, number>;
  selected?: string;
  onSelect?: (id: string) => void;
  height: number;
  small?: boolean;
  /** Draw as if a root this long were there, so that two fans share a scale. */
  reach?: number;
};

const edge = { top: 22, bottom: 34, left: 46, right: 36 };

/** The root fan: every root hangs from the base line, to a millimetre scale. */
export function RootFan(props: Props) {
  const { reading, verdict, grown, height, small } = props;
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(600);
  useLayoutEffect(() => {
    const el = frame.current;
    if (!el) return;
    const measure = () => setWidth(Math.max(120, el.clientWidth));
    measure();
    const see = new ResizeObserver(measure);
    see.observe(el);
    return () => see.disconnect();
  }, []);
  const room = Math.min(1, Math.max(0.3, width / height / 2.8));
  const layout = useMemo(
    () => layOut(reading, verdict, grown, room, props.reach),
    [reading, verdict, grown, room, props.reach],
  );
  const hatch = useId().replaceAll(":", "");
  // A phone has room for the pad below it.
  const tall = small ? height : Math.min(height, Math.round(width * 0.62));
  const view = fit(layout, width, tall, small);

  return (
    <div ref={frame} className={css.fan} data-small={small || undefined}>
      <svg className={pen.drawing} width={width} height={view.height} role="img" aria-label={describe(verdict)}>
        <defs>
          <pattern
            id={hatch}
            width="4"
            height="4"
            patternUnits="userSpaceOnUse"
            className={pen.umber}
            strokeWidth="0.9"
          >
            <path d="M0 0L4 4M4 0L0 4" />
          </pattern>
        </defs>
        {!small && <Ruler view={view} bottom={layout.bottom} />}
        <BaseLine view={view} layout={layout} small={small} />
        {layout.strands.map((s) => (
          <StrandDrawing
            key={s.key}
            strand={s}
            view={view}
            hatch={hatch}
            small={small}
            goneFrom={
              props.lost?.includes(s.id)
                ? 0
                : props.cuts && isGone(s, props.done)
                  ? s.verdict.decision.cut_at_mm
                  : undefined
            }
            chosen={props.selected === s.id}
            onSelect={props.onSelect}
          />
        ))}
        {!small && (
          <Labels strands={layout.strands} view={view} cuts={props.cuts} done={props.done} selected={props.selected} />
        )}
        {layout.few && !small && (
          <text className={pen.faintFill} x={width - 4} y={tall - 6} textAnchor="end">
            {tell("so-many-roots-three-of-each")}
          </text>
        )}
        {layout.strands.length === 0 && <Ghost view={view} none={reading.none_found} />}
      </svg>
    </div>
  );
}

function fit(l: Layout, width: number, height: number, small?: boolean): View {
  const pad = small ? { top: 6, bottom: 6, left: 6, right: 6 } : edge;
  const scale = Math.min(
    (width - pad.left - pad.right) / (l.right - l.left),
    (height - pad.top - pad.bottom) / (l.bottom - l.top),
    3,
  );
  const middle = pad.left + (width - pad.left - pad.right) / 2 - ((l.left + l.right) / 2) * scale;
  const base = pad.top - l.top * scale;
  const used = pad.top + (l.bottom - l.top) * scale + pad.bottom;
  return {
    x: (mm) => middle + mm * scale,
    y: (mm) => base + mm * scale,
    scale,
    thickest: Math.max(2.2, Math.min(small ? 4 : 7, (1.3 * l.baseHalf * scale) / Math.max(1, l.strands.length))),
    width,
    // The frame keeps its height, so that nothing below it moves as roots come in.
    height: small ? Math.min(height, used) : height,
  };
}

function BaseLine({ view, layout, small }: { view: View; layout: Layout; small?: boolean }) {
  const y = view.y(0);
  return (
    <g>
      {!small && <line x1={edge.left - 8} x2={view.width - 6} y1={y} y2={y} className={pen.hair} />}
      <line
        x1={view.x(-layout.baseHalf) - 5}
        x2={view.x(layout.baseHalf) + 5}
        y1={y - 3}
        y2={y - 3}
        className={pen.ink}
        strokeWidth="6"
        strokeLinecap="round"
      />
      {!small &&
        layout.growths.map((g) => (
          <text key={g.label} x={view.x(g.x)} y={y - 11} textAnchor="middle" className={pen.faintFill}>
            {g.label}
          </text>
        ))}
    </g>
  );
}

/** A ruler down the left edge, in mm from the base line. */
function Ruler({ view, bottom }: { view: View; bottom: number }) {
  const ticks = scaleLinear().domain([0, bottom]).ticks(6);
  const x = edge.left - 8;
  return (
    <g aria-hidden>
      <line className={pen.silver} x1={x} x2={x} y1={view.y(0)} y2={view.y(ticks.at(-1) ?? 0)} />
      {ticks.map((t) => (
        <g key={t}>
          <line className={pen.silver} x1={x} x2={x - 6} y1={view.y(t)} y2={view.y(t)} />
          <text x={x - 9} y={view.y(t)} dy="0.35em" textAnchor="end" className={pen.faintFill}>
            {t === 0 ? "mm" : t}
          </text>
        </g>
      ))}
    </g>
  );
}

function Ghost({ view, none }: { view: View; none?: boolean }) {
  const y = view.y(0);
  return (
    <g>
      {!none && (
        <path
          d={`M${view.x(0)} ${y}c-6 34 8 60 0 96`}
          className={pen.silver}
          strokeWidth="3"
          strokeDasharray="2 7"
          strokeLinecap="round"
        />
      )}
      <text x={view.x(0)} y={y + (none ? 40 : 122)} textAnchor="middle" className={pen.faintFill}>
        {none ? tell("no-roots-found") : tell("each-root-you-enter-hangs-here")}
      </text>
    </g>
  );
}

/** The drawing in words, for those who cannot see it. */
function describe(v: DrawnVerdict): string {
  if (v.roots.length === 0) return tell("root-fan-no-roots-entered");
  const t = v.totals;
  return tell("root-fan-roots-with-life", {
    alive: t.live.roots,
    doubtful: t.doubtful.roots,
    dead: t.dead.roots,
    headline: v.headline?.text ?? "",
  });
}
