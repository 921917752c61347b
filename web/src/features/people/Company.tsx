import { Tag } from "antd";
import { useOthers } from "../../lib/news";
import { listed } from "../../lib/words";

/** Who else is at this plant. */
export function Company() {
  const others = useOthers();
  if (others.length === 0) return null;
  const names = others.map((name) => name || "someone");
  const words = `${listed(names)} ${others.length > 1 ? "are" : "is"} here too`;
  return (
    <Tag role="status" data-part="company">
      {words.charAt(0).toUpperCase() + words.slice(1)}
    </Tag>
  );
}
