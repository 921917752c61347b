import { Refused } from "./api/client";
import { naming, nameless } from "./api/sent";

/** What is asked of the program, one after the other, in the order in which it was done. */
let line: Promise<unknown> = Promise.resolve();
let unanswered = false;
/** How much of it lies on no desk, and so nowhere but here. */
let onlyHere = 0;

/** What is sent later than that after it was done says when that was, ms. */
const soon = 60_000;

/** How long to wait before something is sent again, ms. */
const soonest = 400;
const longest = 4000;

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/**
 * Sends in turn. While the program does not answer it is sent again, under one name, so that it is
 * kept once though its first answer was lost: then there is no answer to give, but it is done. What is
 * sent late is told so: what is of a moment then says of which.
 */
export function inOrder<T>(send: (late: boolean) => Promise<T>, onSilence?: () => void): Promise<T | undefined> {
  const done = Date.now();
  const turn = line.then(() => untilAnswered(() => send(Date.now() - done > soon), onSilence));
  line = turn.catch(() => undefined);
  if (!onSilence) {
    onlyHere++;
    line = line.then(() => onlyHere--);
  }
  return turn;
}

async function untilAnswered<T>(send: () => Promise<T>, onSilence?: () => void): Promise<T | undefined> {
  const name = nameless();
  for (let wait = soonest; ; wait = Math.min(longest, wait * 2)) {
    try {
      const answer = await naming(name, send);
      unanswered = false;
      return answer;
    } catch (e) {
      unanswered = e instanceof Refused && !e.problem;
      if (!(e instanceof Refused)) throw e;
      if (e.problem?.type === "urn:therapeon:sent") return undefined;
      if (e.problem) throw e;
    }
    onSilence?.();
    await pause(wait);
  }
}

// What waits would be lost with the page: one is asked first. What lies on a desk is kept in the browser.
window.addEventListener("beforeunload", (e) => {
  if (unanswered && onlyHere > 0) e.preventDefault();
});
