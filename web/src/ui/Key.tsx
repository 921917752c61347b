import type { ReactNode } from "react";
import css from "./key.module.css";

/** A key of the keyboard, as it looks. A phone has none, and shows none. */
export const Key = ({ children }: { children: ReactNode }) => <kbd className={css.key}>{children}</kbd>;
