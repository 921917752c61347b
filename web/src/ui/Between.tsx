import type { ReactNode } from "react";
import css from "./between.module.css";

/** What comes between two turns: hands are washed, and blades changed. */
export const Between = ({ children }: { children: ReactNode }) => (
  <p className={css.between} data-part="between">
    <span>{children}</span>
  </p>
);
