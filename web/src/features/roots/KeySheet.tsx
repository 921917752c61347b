import { depthWords } from "../../lib/words";
import { Key } from "../../ui/Key";
import { Plain } from "../../ui/Plain";
import view from "../../ui/view.module.css";
import { tell } from "../../words/roots";
import { depthKeys, presets, tipKeys } from "./presets";

/** The keys, all on one sheet. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  const rows: [string, [string, string][]][] = [
    [tell("what-it-is"), presets.map((p) => [p.key.toUpperCase(), p.words])],
    [tell("where-it-sits"), Object.entries(depthKeys).map(([k, d]) => [k.toUpperCase(), depthWords[d] ?? d])],
    [
      tell("in-a-tally"),
      [
        ["9 F", tell("nine-firm-ones-of-the-length")],
        ["9 X 80 F", tell("nine-firm-ones-of-about-80-mm")],
        [", .", tell("older-growth-newer-growth")],
      ],
    ],
    [
      tell("on-a-chosen-root"),
      [
        ["80 F", tell("this-stretch-is-80-mm-firm")],
        ["N", tell("a-further-stretch")],
        ["← →", tell("stretch-before-stretch-after")],
        ...Object.entries(tipKeys).map(([k, t]): [string, string] => [k.toUpperCase(), tell("tip", { n: t })]),
        ["O", tell("take-one-out-of-a-batch")],
        [tell("delete"), tell("take-the-entry-out")],
        [tell("esc"), tell("back-to-the-tally")],
      ],
    ],
    [
      tell("anywhere"),
      [
        ["↑ ↓", tell("choose-a-root")],
        ["Z", "undo"],
        ["Y", "redo"],
        ["?", tell("this-sheet")],
      ],
    ],
  ];
  return (
    <section className={view.columns} data-part="keys" aria-label={tell("keys")}>
      {rows.map(([title, keys]) => (
        <div key={title}>
          <h3>{title}</h3>
          <dl>
            {keys.map(([k, words]) => (
              <div key={k}>
                <dt>
                  <Key>{k}</Key>
                </dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
        </div>
      ))}
      <Plain onClick={onClose}>{tell("close")}</Plain>
    </section>
  );
}
