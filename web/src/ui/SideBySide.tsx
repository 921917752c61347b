import { Drawing } from "../draw/LookalikeDrawing";
import type { Lookalikes } from "../lib/api/client";
import { Marked } from "./Mark";
import css from "./alike.module.css";

type Props = {
  lookalikes: Lookalikes;
  /** The name of a cause by its code. */
  name?: (code: string) => string | undefined;
  /** Its name stands above it already. */
  named?: boolean;
};

/** What is easily taken for one another, drawn side by side. */
export function SideBySide({ lookalikes: l, name, named }: Props) {
  return (
    <section className={css.alike} data-alike={l.code}>
      {!named && <h3>{l.name}</h3>}
      <div>
        {l.sides.map((s) => (
          <figure key={s.name}>
            <Drawing code={s.drawing} label={s.name} />
            <figcaption>
              <b>{s.name}</b>
              <p>
                <Marked text={s.tell} />
              </p>
              {s.cause && <small>{name?.(s.cause)}</small>}
            </figcaption>
          </figure>
        ))}
      </div>
    </section>
  );
}
