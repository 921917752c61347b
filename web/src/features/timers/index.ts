/** The timers that run. */
export { TimerBar } from "./TimerBar";
export { JobTimer } from "./JobTimer";
export { clock, leftOf, useTimers, useTimerWork } from "./useTimers";
