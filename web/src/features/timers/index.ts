/** The timers that run. */
export { TimerBar } from "./TimerBar";
export { clock, leftOf, useTimers, useTimerWork } from "./useTimers";
