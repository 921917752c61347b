import { Button, Popover, Switch } from "antd";
import { useState, type ReactNode } from "react";
import type { Text } from "../lib/api/client";
import { useKept } from "../lib/kept";
import { Tell, tell } from "../words/ui";
import { Say, sensed, type Told } from "./Say";
import css from "./mark.module.css";

type Provenance = { mark: string; source?: string };

const said: Record<string, { tag: string; words: string }> = {
  published: { tag: tell("published-2"), words: tell("published") },
  "common practice": { tag: tell("practice"), words: tell("common-practice-among-growers") },
  "from memory": { tag: tell("estimate"), words: tell("an-estimate-from-memory-not") },
  "house rule": { tag: tell("house-rule"), words: tell("a-rule-of-ours-set-in-one-place") },
};

/** Whether marks are spelt out on this device. */
const useSpelt = () => useKept("therapeon.marks");

/** A small sign that says where a value comes from, and more when tapped. */
export function Mark({ from, children }: { from: Provenance; children?: ReactNode }) {
  const [spelt] = useSpelt();
  const [tapped, setTapped] = useState(false);
  const what = said[from.mark];
  const tag = (
    <Button
      type="text"
      size="small"
      data-mark={from.mark}
      aria-label={what?.tag ?? from.mark}
      autoFocus={tapped}
      onClick={() => setTapped(true)}
    >
      {spelt === "spelt" ? <span className={css.tag}>{what?.tag ?? from.mark}</span> : <Glyph of={from.mark} />}
      <i className={css.reach} />
    </Button>
  );
  // A page has hundreds of marks; what hangs on one is made at the first tap.
  if (!tapped) return <span className={css.mark}>{tag}</span>;
  const more = (
    <div className={css.more}>
      {children}
      <p>
        {what?.words} {from.source}
      </p>
    </div>
  );
  return (
    <span className={css.mark}>
      <Popover content={more} trigger="click" defaultOpen>
        {tag}
      </Popover>
    </span>
  );
}

/** Common practice is a speck; what differs from it has a shape. */
function Glyph({ of }: { of: string }) {
  return (
    <svg className={css.glyph} width="9" height="9" viewBox="0 0 10 10" aria-hidden="true" data-of={of}>
      {of === "house rule" ? <rect x="1" y="1" width="8" height="8" /> : <circle cx="5" cy="5" r="4" />}
    </svg>
  );
}

/** A text of the tables, or the words of a code of theirs, with its mark, which never stands on a line by itself. */
export function Marked({ text }: { text: Provenance & Told & { words?: string } }) {
  const said = text.words ?? text.value;
  const at = said.lastIndexOf(" ");
  return (
    <span {...sensed(text.sense)}>
      {said.slice(0, at + 1)}
      <span className={css.end}>
        {said.slice(at + 1)}
        <Mark from={text} />
      </span>
    </span>
  );
}

type ListedProps = {
  texts: Text[];
  /** How many are said at once. */
  most?: number;
};

/** Texts one below the other: a few at once and the rest on demand. One mark for all is said once. */
export function Listed({ texts, most = texts.length }: ListedProps) {
  const [all, setAll] = useState(false);
  if (texts.length === 0) return null;
  const one = texts.length > 1 && texts.every((t) => t.mark === texts[0]?.mark && t.source === texts[0].source);
  const told = all ? texts : texts.slice(0, most);
  const rest = texts.length - told.length;
  return (
    <>
      <ul>
        {told.map((t, i) => (
          <li key={t.value}>{one && i < told.length - 1 ? <Say of={t} /> : <Marked text={t} />}</li>
        ))}
      </ul>
      {rest > 0 && (
        <Button type="link" onClick={() => setAll(true)}>
          {tell("more", { rest })}
        </Button>
      )}
    </>
  );
}

/** What the marks mean, once for the page, and the switch that spells them out. */
export function Legend() {
  const [spelt, spell] = useSpelt();
  return (
    <footer className={css.legend} aria-label={tell("where-things-come-from")}>
      <span>{tell("where-each-value-comes-from")}</span>
      {Object.entries(said).map(([of, { tag }]) => (
        <span key={of}>
          <Glyph of={of} /> {tag}
        </span>
      ))}
      <span>
        <Tell
          of="spell-them-out"
          with={{
            switch: (
              <Switch
                checked={spelt === "spelt"}
                onChange={(on) => spell(on ? "spelt" : "")}
                aria-label={tell("spell-the-marks-out")}
              />
            ),
          }}
        />
      </span>
    </footer>
  );
}
