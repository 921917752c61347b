import type { ReactNode } from "react";
import css from "./field.module.css";

type Props = {
  label: string;
  hint?: ReactNode;
  /** The control's own id, so that a tap on the words goes to it. */
  of?: string;
  /** The id of the words, for controls that are named by them. */
  id?: string;
  /** What is wrong with it. */
  error?: string;
  className?: string;
  children: ReactNode;
};

/** A control under its words, with what is wrong with it below. */
export function Field({ label, hint, of, id, error, className, children }: Props) {
  const words = (
    <>
      {label} {hint && <small>{hint}</small>}
    </>
  );
  return (
    <div className={className ?? css.field} data-field={label}>
      {of ? (
        <label className={css.label} htmlFor={of}>
          {words}
        </label>
      ) : (
        <span className={css.label} id={id}>
          {words}
        </span>
      )}
      {children}
      {error && <FieldError words={error} />}
    </div>
  );
}

export function FieldError({ words }: { words: string }) {
  return (
    <p className={css.error} role="alert">
      {words}
    </p>
  );
}
