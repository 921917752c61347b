/** Today's round, and what hangs on it elsewhere. */
export { Today } from "./Today";
export { CalendarOf } from "./CalendarOf";
export { MovesHere } from "./MovesHere";
export { TodayNav } from "./TodayNav";
