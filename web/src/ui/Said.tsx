import type { ReactNode } from "react";
import css from "./said.module.css";

type Props = { children: ReactNode; role?: "status" };

/** The one sentence that answers: first on its page, read aloud as it changes. */
export const Headline = ({ children, role }: Props) => (
  <p className={css.headline} role={role} aria-live="polite">
    {children}
  </p>
);

/** What a view is for, or what it waits for. */
export const Lead = ({ children }: Props) => <p className={css.lead}>{children}</p>;

/** A reason, or what is to be known beside: read when one asks. */
export const Why = ({ children, role }: Props) => (
  <p className={css.why} role={role}>
    {children}
  </p>
);

/** The same within a line. */
export const Aside = ({ children }: Props) => <small className={css.aside}>{children}</small>;
