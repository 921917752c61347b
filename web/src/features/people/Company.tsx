import { Tag } from "antd";
import { useOthers } from "../../lib/news";
import { listed } from "../../lib/words";
import { tell } from "../../words/people";

/** Who else is at this plant. */
export function Company() {
  const others = useOthers();
  if (others.length === 0) return null;
  const names = others.map((name) => name || tell("someone"));
  const words = tell("here-too", { names: listed(names), count: others.length });
  return (
    <Tag role="status" data-part="company">
      {words}
    </Tag>
  );
}
