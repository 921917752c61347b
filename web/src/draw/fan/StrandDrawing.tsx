import pen from "../pens.module.css";
import css from "./fan.module.css";
import type { Line, Strand } from "./layout";
import { trace, type View } from "./view";

type Props = {
  strand: Strand;
  view: View;
  hatch: string;
  small?: boolean;
  /** What lies beyond this came off: it is drawn as a ghost. */
  goneFrom?: number;
  chosen: boolean;
  onSelect?: (id: string) => void;
};

/** One root with its side roots: each stretch by its state, tips as dots. */
export function StrandDrawing({ strand: s, view, hatch, small, goneFrom, chosen, onSelect }: Props) {
  const whole = trace(s.line, view, 0, s.line.length);
  const sides = s.sides.filter((side) => goneFrom === undefined || side.at <= goneFrom);
  return (
    <g data-strand data-root={s.id} onClick={onSelect && (() => onSelect(s.id))}>
      {onSelect && <path d={whole} className={css.touch} />}
      {chosen && <path d={whole} className={pen.silver} strokeWidth="18" strokeLinecap="round" opacity="0.45" />}
      <LineDrawing line={s.line} view={view} hatch={hatch} small={small} goneFrom={goneFrom} />
      {sides.map((side) => (
        <LineDrawing key={side.index} line={side} view={view} hatch={hatch} small={small} thin />
      ))}
      {s.grownFrom !== undefined && (
        <path
          d={trace(s.line, view, s.grownFrom, s.line.length)}
          className={pen.green}
          data-grown
          strokeWidth={view.thickest * 1.45}
        />
      )}
      {goneFrom === undefined && <TipDot line={s.line} tip={s.root.tip} view={view} />}
      {sides.map((side) => (
        <TipDot key={side.index} line={side} tip={s.root.branches?.[side.index]?.tip} view={view} />
      ))}
    </g>
  );
}

function LineDrawing(p: { line: Line; view: View; hatch: string; small?: boolean; thin?: boolean; goneFrom?: number }) {
  const most = p.view.thickest;
  const least = Math.min(most, p.small ? 1.6 : p.thin ? 2.4 : 3);
  return p.line.stretches.map((s, i) => {
    const w = Math.min(most, Math.max(least, s.diameter_mm * p.view.scale * (p.thin ? 0.6 : 1)));
    const to = p.goneFrom === undefined ? s.to_mm : Math.min(s.to_mm, p.goneFrom);
    const d = to > s.from_mm ? trace(p.line, p.view, s.from_mm, to) : undefined;
    return (
      <g key={i} data-state={s.state}>
        {d && <path d={d} strokeWidth={w} className={css.outer} />}
        {d && <path d={d} strokeWidth={Math.max(0.8, w - 2)} className={css.inner} />}
        {d && s.state === "dead-rotting" && <path d={d} strokeWidth={w} stroke={`url(#${p.hatch})`} />}
        {to < s.to_mm && (
          <path
            d={trace(p.line, p.view, Math.max(s.from_mm, to), s.to_mm)}
            className={pen.silver}
            strokeDasharray="1 4"
          />
        )}
      </g>
    );
  });
}

function TipDot({ line, tip, view }: { line: Line; tip?: string; view: View }) {
  const end = line.points.at(-1);
  if (!tip || !end) return null;
  return (
    <circle
      cx={view.x(end.x)}
      cy={view.y(end.y)}
      r={Math.max(2.6, view.thickest * 0.8)}
      className={css.tip}
      data-tip={tip}
    />
  );
}
