import { depthWords } from "../../lib/words";
import { Key } from "../../ui/Key";
import { Plain } from "../../ui/Plain";
import view from "../../ui/view.module.css";
import { depthKeys, presets, tipKeys } from "./presets";

/** The keys, all on one sheet. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  const rows: [string, [string, string][]][] = [
    ["What it is", presets.map((p) => [p.key.toUpperCase(), p.words])],
    ["Where it sits", Object.entries(depthKeys).map(([k, d]) => [k.toUpperCase(), depthWords[d] ?? d])],
    [
      "In a tally",
      [
        ["9 F", "nine firm ones, of the length shown"],
        ["9 X 80 F", "nine firm ones of about 80 mm"],
        [", .", "older growth, newer growth"],
      ],
    ],
    [
      "On a chosen root",
      [
        ["80 F", "this stretch is 80 mm, firm"],
        ["N", "a further stretch"],
        ["← →", "stretch before, stretch after"],
        ...Object.entries(tipKeys).map(([k, t]): [string, string] => [k.toUpperCase(), `tip ${t}`]),
        ["O", "take one out of a batch"],
        ["Delete", "take the entry out"],
        ["Esc", "back to the tally"],
      ],
    ],
    [
      "Anywhere",
      [
        ["↑ ↓", "choose a root"],
        ["Z", "undo"],
        ["Y", "redo"],
        ["?", "this sheet"],
      ],
    ],
  ];
  return (
    <section className={view.columns} data-part="keys" aria-label="Keys">
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
      <Plain onClick={onClose}>Close</Plain>
    </section>
  );
}
