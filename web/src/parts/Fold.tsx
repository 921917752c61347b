import { useState, type ReactNode } from "react";

type Props = { summary: ReactNode; className?: string; id?: string; open?: boolean; children: ReactNode };

/** More on demand: what is folded away is not drawn until it is asked for. */
export function Fold({ summary, className, id, open, children }: Props) {
  const [is, set] = useState(!!open);
  return (
    <details className={className} id={id} open={is} onToggle={(e) => set(e.currentTarget.open)}>
      <summary>{summary}</summary>
      {is && children}
    </details>
  );
}
