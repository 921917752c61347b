import { Tree } from "antd";
import { Link } from "react-router";
import type { Progress } from "../../lib/api/client";
import { day } from "../../lib/dates";
import { abreast } from "../../lib/words";
import { Aside } from "../../ui/Said";
import { tell } from "../../words/progress";

type Relative = Progress["family"][number];
type Node = { key: number; title: React.ReactNode; children: Node[] };

const ended: Record<string, string> = {
  recovered: tell("ended-recovered"),
  given: tell("given-away-2"),
  lost: tell("ended-lost"),
};

/** Where it comes from and what came of it: the first plant, and its divisions under it. */
export function Family({ p }: { p: Progress }) {
  const nodes = new Map<number, Node>();
  const first: Node[] = [];
  for (const r of p.family) {
    const node: Node = { key: r.plant_id, title: <Named r={r} here={r.plant_id === p.plant_id} />, children: [] };
    nodes.set(r.plant_id, node);
    (nodes.get(r.parent_id ?? 0)?.children ?? first).push(node);
  }
  if (first.length === 0) return null;
  return (
    <section data-part="family" aria-label={tell("its-family")}>
      <h2>{tell("its-family")}</h2>
      <Tree<Node> treeData={first} showLine defaultExpandAll selectable={false} />
    </section>
  );
}

/** A plant of the family, with what became of it. */
function Named({ r, here }: { r: Relative; here: boolean }) {
  const said = [
    r.divided_on && tell("divided", { dividedon: day(r.divided_on) }),
    r.ended ? ended[r.ended] : r.off ? tell("off-the-bench") : r.stage,
  ];
  return (
    <span data-relative={r.plant_id}>
      {here ? <b>{r.tag}</b> : <Link to={`/plants/${r.plant_id}/progress`}>{r.tag}</Link>}{" "}
      <Aside>{abreast(said)}</Aside>
    </span>
  );
}
