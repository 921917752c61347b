import { Collapse } from "antd";
import { useState, type ReactNode } from "react";

type Props = { summary: ReactNode; id?: string; open?: boolean; extra?: ReactNode; children: ReactNode };

/** More on demand: what is folded away is not drawn until it is asked for. */
export function Fold({ summary, id, open, extra, children }: Props) {
  const [is, set] = useState(!!open);
  return (
    <div id={id} data-fold={is ? "open" : "shut"}>
      <Collapse
        ghost
        activeKey={is ? ["it"] : []}
        onChange={(keys) => set(keys.length > 0)}
        items={[{ key: "it", label: summary, extra, children }]}
        destroyOnHidden
      />
    </div>
  );
}
