import type { Intake } from "../api/client";
import { FieldError } from "../parts/Choice";
import { Figure } from "../parts/Figure";

type Blade = NonNullable<Intake["blades"]>[number];

/** Measured leaves. One pair of measures beats a count. */
export function Blades({
  blades,
  onChange,
  error,
}: {
  blades: Blade[];
  onChange: (b: Blade[]) => void;
  error?: string;
}) {
  const set = (i: number, part: Partial<Blade>) => onChange(blades.map((b, j) => (i === j ? { ...b, ...part } : b)));
  return (
    <div className="blades" data-field="Measured leaves">
      <span className="figure-label">Measured leaves, for the leaf area</span>
      {blades.map((b, i) => (
        <div key={i} className="blade">
          <Figure
            label={`Leaf ${i + 1}, length`}
            unit="mm"
            value={b.length_mm}
            onChange={(mm) => mm && set(i, { length_mm: mm })}
            min={5}
            max={1500}
          />
          <Figure
            label="Width"
            unit="mm"
            value={b.width_mm}
            onChange={(mm) => mm && set(i, { width_mm: mm })}
            min={1}
            max={400}
          />
          <button type="button" className="plain" onClick={() => onChange(blades.toSpliced(i, 1))}>
            Take out
          </button>
        </div>
      ))}
      {blades.length < 50 && (
        <button
          type="button"
          className="plain"
          onClick={() => onChange([...blades, blades.at(-1) ?? { length_mm: 200, width_mm: 60 }])}
        >
          + leaf
        </button>
      )}
      {error && <FieldError words={error} />}
    </div>
  );
}
