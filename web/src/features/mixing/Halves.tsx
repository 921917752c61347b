import type { ReactNode } from "react";
import { Trouble } from "../../ui/Trouble";
import { tell } from "../../words/mixing";
import css from "./mixing.module.css";

type Props = {
  /** What is asked for. */
  asked: ReactNode;
  trouble?: Error;
  /** What comes of it. */
  children: ReactNode;
  beside?: ReactNode;
};

/** A bench: what is asked for on one side, what to measure out on the other. */
export const Halves = ({ asked, trouble, children, beside }: Props) => (
  <div className={css.two}>
    <section className={css.asked} aria-label={tell("what-is-wanted")}>
      {asked}
    </section>
    <section className={css.measure} aria-label={tell("measure-out")} aria-live="polite">
      {trouble && <Trouble error={trouble} />}
      {children}
    </section>
    {beside}
  </div>
);

/** One of several benches on a page. */
export const Part = ({ name, title, lead, ...p }: Props & { name: string; title: string; lead?: ReactNode }) => (
  <section className={css.part} aria-label={name}>
    <h2>{title}</h2>
    {lead}
    <Halves {...p} />
  </section>
);
