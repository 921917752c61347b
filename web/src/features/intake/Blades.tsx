import type { Intake } from "../../lib/api/client";
import { LeavesBlade } from "../../lib/api/fields";
import { FieldError } from "../../ui/Field";
import { Figure } from "../../ui/Figure";
import { Plain } from "../../ui/Plain";
import { Row } from "../../ui/Row";
import { tell } from "../../words/intake";

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
    <div data-field="Measured leaves">
      {blades.map((b, i) => (
        <Row key={i}>
          <Figure
            {...LeavesBlade.length_mm}
            label={tell("leaf-length", { n: i + 1 })}
            value={b.length_mm}
            onChange={(mm) => mm && set(i, { length_mm: mm })}
          />
          <Figure {...LeavesBlade.width_mm} value={b.width_mm} onChange={(mm) => mm && set(i, { width_mm: mm })} />
          <Plain onClick={() => onChange(blades.toSpliced(i, 1))}>{tell("take-it-out")}</Plain>
        </Row>
      ))}
      {blades.length < 50 && (
        <Plain onClick={() => onChange([...blades, blades.at(-1) ?? { length_mm: 200, width_mm: 60 }])}>
          {tell("leaf")}
        </Plain>
      )}
      {error && <FieldError words={error} />}
    </div>
  );
}
