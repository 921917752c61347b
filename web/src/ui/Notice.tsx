import { Alert } from "antd";
import type { ReactNode } from "react";

type Props = {
  /** Trouble is to be mended, an alarm is to be acted on, a note is to be known. */
  is: "trouble" | "alarm" | "note";
  children: ReactNode;
  /** What can be done about it. */
  acts?: ReactNode;
  /** Whether it is said aloud at once. */
  aloud?: boolean;
  label?: string;
};

const kinds = { trouble: "error", alarm: "error", note: "info" } as const;

/** What is to be known apart from all else. */
export function Notice({ is, children, acts, aloud, label }: Props) {
  return (
    <div data-notice={is} role={aloud ? "alert" : "status"} aria-label={label}>
      <Alert
        type={kinds[is]}
        role="presentation"
        title={is === "alarm" ? <b>{children}</b> : children}
        description={acts}
      />
    </div>
  );
}
