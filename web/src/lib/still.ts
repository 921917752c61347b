/** Where a finger or a pointer was last, and whether it is down. */
const hand = { x: 0, y: 0, down: false, at: -Infinity };

const note = (down: boolean) => (e: PointerEvent) => {
  Object.assign(hand, { x: e.clientX, y: e.clientY, down, at: performance.now() });
};
window.addEventListener("pointerdown", note(true), { capture: true, passive: true });
for (const end of ["pointerup", "pointercancel"] as const)
  window.addEventListener(end, note(false), { capture: true, passive: true });

/** How long a hand that was just lifted may come down again, ms. */
const lifted = 600;
/** A hand that holds on is not waited for longer, ms: what others change shows within two seconds. */
const longest = 1500;

/** Waits until no finger is on the screen, or just was. */
export async function handsOff(): Promise<void> {
  const began = performance.now();
  const busy = () => hand.down || performance.now() - hand.at < lifted;
  while (busy() && performance.now() - began < longest) await new Promise((done) => setTimeout(done, 50));
}

/** What one has in hand: the field one types in, else what one touched last, else the middle of the screen. */
function inHand(): Element | null {
  const on = document.activeElement;
  const seen = (e: Element) => {
    const { top, bottom } = e.getBoundingClientRect();
    return bottom > 0 && top < innerHeight;
  };
  if (on && on !== document.body && seen(on)) return on;
  const touched = hand.at > -Infinity ? document.elementFromPoint(hand.x, hand.y) : null;
  return touched ?? document.elementFromPoint(innerWidth / 2, innerHeight / 2);
}

/** Keeps what one has in hand where it is on the screen, while the page around it changes. */
export function keepStill(forMS = 1200) {
  const held = inHand();
  if (!held) return;
  const { top } = held.getBoundingClientRect();
  const until = performance.now() + forMS;
  let mine = true; // until one moves the page oneself
  const stop = () => {
    mine = false;
  };
  const ways = ["wheel", "touchmove", "keydown", "pointerdown"] as const;
  for (const way of ways) window.addEventListener(way, stop, { once: true, passive: true });
  const step = () => {
    if (!mine || !held.isConnected || performance.now() > until) {
      for (const way of ways) window.removeEventListener(way, stop);
      return;
    }
    const moved = held.getBoundingClientRect().top - top;
    if (Math.abs(moved) >= 1) window.scrollBy({ top: moved, behavior: "instant" });
    requestAnimationFrame(step);
  };
  requestAnimationFrame(step);
}
