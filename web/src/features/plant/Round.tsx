import { Tour } from "antd";
import { useState } from "react";
import { tell } from "../../words/plant";

const stops = [
  {
    at: '[data-part="advice"]',
    title: tell("one-plant-one-advice"),
    words: tell("what-to-do-with-it-today-until"),
  },
  {
    at: '[data-part="plant-head"]',
    title: tell("its-steps"),
    words: tell("from-the-look-to-its-new-home"),
  },
  {
    at: '[data-part="may-i"]',
    title: tell("may-i"),
    words: tell("water-it-cut-the-spike-throw-it"),
  },
  {
    at: '[aria-label="The plant so far"]',
    title: tell("what-is-known-of-it"),
    words: tell("its-roots-as-they-were-read-the"),
  },
  {
    at: '[data-part="way"]',
    title: tell("go-on-here"),
    words: tell("this-one-has-its-roots-read-two"),
  },
];

/** A wet thumb hits it. */
const big = { height: 44, paddingInline: 14 };

/** Shown round a plant's page, stop by stop: arrow keys go on and back, Esc ends it. */
export default function Round({ onClose }: { onClose: () => void }) {
  const [at, setAt] = useState(0);
  return (
    <Tour
      open
      current={at}
      onChange={setAt}
      onClose={onClose}
      onFinish={onClose}
      disabledInteraction
      styles={{ close: { width: 44, height: 44, insetBlockStart: 4, insetInlineEnd: 4 } }}
      getPopupContainer={() => document.getElementById("over") ?? document.body}
      indicatorsRender={(current, total) => tell("of", { current: current + 1, total })}
      steps={stops.map((s, i) => ({
        title: s.title,
        description: (
          <span role="status" data-holds-page>
            {s.words}
          </span>
        ),
        target: () => document.querySelector<HTMLElement>(s.at) ?? document.body,
        nextButtonProps: { children: i + 1 < stops.length ? tell("go-on") : tell("done"), style: big },
        prevButtonProps: { children: tell("back"), style: big },
      }))}
    />
  );
}
