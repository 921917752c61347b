import { Tour } from "antd";
import { useState } from "react";

const stops = [
  {
    at: '[data-part="advice"]',
    title: "One plant, one advice",
    words: "What to do with it today, until when that holds, and why. It says the same on every page.",
  },
  {
    at: '[data-part="plant-head"]',
    title: "Its steps",
    words: "From the look to its new home, and what each came to. [ and ] go from one to the next.",
  },
  {
    at: '[data-part="may-i"]',
    title: "May I?",
    words: "Water it, cut the spike, throw it away: ask before you do it. The answer is yes, not now, or no, and why.",
  },
  {
    at: '[aria-label="The plant so far"]',
    title: "What is known of it",
    words: "Its roots as they were read, the look, its causes. Each figure says where it comes from.",
  },
  {
    at: '[data-part="way"]',
    title: "Go on here",
    words: "This one has its roots read. Two of them want a test; then see its cause, and the plan that cleans it.",
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
      indicatorsRender={(current, total) => `${current + 1} of ${total}`}
      steps={stops.map((s, i) => ({
        title: s.title,
        description: (
          <span role="status" data-holds-page>
            {s.words}
          </span>
        ),
        target: () => document.querySelector<HTMLElement>(s.at) ?? document.body,
        nextButtonProps: { children: i + 1 < stops.length ? "Go on" : "Done", style: big },
        prevButtonProps: { children: "Back", style: big },
      }))}
    />
  );
}
