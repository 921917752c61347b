import { Popover } from "antd";
import { useState, type ReactNode } from "react";
import "./mark.css";

type Provenance = { mark: string; source?: string };

const said: Record<string, { tag: string; words: string }> = {
  published: { tag: "published", words: "Published." },
  "common practice": { tag: "practice", words: "Common practice among growers. There is no published source." },
  "from memory": { tag: "estimate", words: "An estimate from memory, not looked up. Your own readings replace it." },
  "house rule": { tag: "house rule", words: "A rule of ours, set in one place. It can be argued with." },
};

/** A paper tag that says where a value comes from, and more when tapped. */
export function Mark({ from, children }: { from: Provenance; children?: ReactNode }) {
  const [tapped, setTapped] = useState(false);
  const what = said[from.mark];
  const tag = { type: "button", className: "mark", "data-mark": from.mark, children: what?.tag ?? from.mark } as const;
  // A page has hundreds of tags; what hangs on one is made at the first tap.
  if (!tapped) return <button {...tag} onClick={() => setTapped(true)} />;
  const more = (
    <div className="mark-more">
      {children}
      <p>
        {what?.words} {from.source}
      </p>
    </div>
  );
  return (
    <Popover content={more} trigger="click" defaultOpen>
      <button {...tag} autoFocus />
    </Popover>
  );
}

/** A text of the tables, with the tag that says where it comes from. */
export function Marked({ text }: { text: Provenance & { value: string } }) {
  return (
    <>
      {text.value} <Mark from={text} />
    </>
  );
}
