import { useId } from "react";
import type { Caution } from "../api/client";
import { Marked } from "../marks/Mark";

/** The usual cautions, at the job they belong to. */
export function Cautions({ cautions }: { cautions: Caution[] }) {
  const id = useId();
  if (cautions.length === 0) return null;
  return (
    <section className="cautions" aria-labelledby={id}>
      <h2 id={id}>Take care</h2>
      <ul>
        {cautions.map((c) => (
          <li key={c.code}>
            <Marked text={c.words} />
          </li>
        ))}
      </ul>
    </section>
  );
}
