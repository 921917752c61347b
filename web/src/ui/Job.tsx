import { Button, Checkbox } from "antd";
import type { ReactNode } from "react";
import { tell } from "../words/ui";
import css from "./job.module.css";

type BoxProps = {
  label: string;
  state: string;
  /** How many of it are done, when it is some. */
  count?: number;
  disabled?: boolean;
  onTurn: () => void;
};

/** The box of a job: empty, ticked, or with a dash when it was left out or is begun. */
export function JobBox({ label, state, count, disabled, onTurn }: BoxProps) {
  return (
    <span className={css.box}>
      <Checkbox
        aria-label={label}
        checked={state === "done"}
        indeterminate={state === "skipped" || !!count}
        disabled={disabled}
        onChange={onTurn}
      />
      {!!count && <small>{count}</small>}
    </span>
  );
}

/** A figure is not parted from its unit at the end of a line. */
const whole = (amount: string) =>
  amount.split(/(\d\S* [^\s,]+)/).map((part, i) =>
    i % 2 ? (
      <span key={i} className={css.whole}>
        {part}
      </span>
    ) : (
      part
    ),
  );

type LineProps = {
  code?: string;
  state: string;
  box: ReactNode;
  do: ReactNode;
  amount?: ReactNode;
  /** When it was done, or why it was not. */
  said?: ReactNode;
  tools?: ReactNode;
  children?: ReactNode;
};

/** One job of a list: its box, what to do and how much, and what can be done about it. */
export function Job({ code, state, box, do: what, amount, said, tools, children }: LineProps) {
  return (
    <div className={css.job} data-job={code} data-state={state}>
      <div className={css.line}>
        {box}
        <div className={css.what}>
          <span className={css.do}>{what}</span>{" "}
          {amount && <b>{typeof amount === "string" ? whole(amount) : amount}</b>}
          {said && " "}
          {said && <div className={css.said}>{said}</div>}
        </div>
        {tools && <div className={css.tools}>{tools}</div>}
      </div>
      {children}
    </div>
  );
}

/** A link among the tools of a job. */
export const JobLink = ({ href, children }: { href: string; children: ReactNode }) => (
  <Button type="link" href={href} target="_blank" rel="noreferrer">
    {children}
  </Button>
);

/** What stands below a job, in line with its words. */
export const Below = ({ children }: { children: ReactNode }) => <div className={css.below}>{children}</div>;

type AllProps = {
  /** How many are open and may be checked off: their cautions were read. */
  ready: number;
  onAll: () => void;
};

/** One tap for who did it all before they came to the screen. */
export const AllDone = ({ ready, onAll }: AllProps) =>
  ready > 1 && (
    <Button onClick={onAll} data-all>
      {tell("all-are-done", { ready })}
    </Button>
  );
