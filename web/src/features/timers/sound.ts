import { run } from "../../lib/run";
let context: AudioContext | undefined;

/** Browsers let a page sound once it was touched; take the chance at each touch. */
export function readySound() {
  try {
    context ??= new AudioContext();
    if (context.state === "suspended") run(context.resume());
  } catch {
    // A device without sound still shows that time is up.
  }
}

/** Three short tones, low enough not to startle. */
export function ring() {
  readySound();
  if (!context) return;
  for (const n of [0, 1, 2]) {
    const tone = context.createOscillator();
    const loud = context.createGain();
    const at = context.currentTime + n * 0.45;
    tone.frequency.value = 587;
    loud.gain.setValueAtTime(0, at);
    loud.gain.linearRampToValueAtTime(0.25, at + 0.03);
    loud.gain.linearRampToValueAtTime(0, at + 0.3);
    tone.connect(loud).connect(context.destination);
    tone.start(at);
    tone.stop(at + 0.32);
  }
}
