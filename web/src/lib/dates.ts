import { tell } from "../words/ui";

const monthsShort = tell("months-short").split(" ");
const months = tell("months").toLowerCase().split(" ");

/** A day as it is written everywhere: 26 Nov 2026; a month or a year where no more is known. */
export function day(iso: string): string {
  const [year, m, d] = iso.slice(0, 10).split("-").map(Number);
  if (!year) return iso;
  const month = m && monthsShort[m - 1];
  // A year is no count: its digits are not grouped.
  if (!month) return String(year);
  return d
    ? tell("day-of-year", { d, month, year: String(year) })
    : tell("month-of-year", { month, year: String(year) });
}

/** A day in short, where the year is plain. */
export function shortDay(iso: string): string {
  const [, m, d] = iso.slice(0, 10).split("-").map(Number);
  return m && d ? tell("day-of-month", { d, month: monthsShort[m - 1] }) : day(iso);
}

/** Today by this device's calendar, such as 2029-05-14. */
export function today(at = new Date()): string {
  return iso(at.getFullYear(), at.getMonth() + 1, at.getDate());
}

/** The day so many days after one, both such as 2029-05-14. */
export const after = (on: string, days: number) =>
  new Date(Date.parse(on) + days * 86_400_000).toISOString().slice(0, 10);

/** A moment on this device's clock, such as 26 Nov 2026, 14:05. */
export function moment(at: string): string {
  const then = new Date(at);
  return `${day(today(then))}, ${then.toTimeString().slice(0, 5)}`;
}

const two = (n: number) => String(n).padStart(2, "0");
const iso = (y: number, m?: number, d?: number) => [y, m && two(m), d && two(d)].filter(Boolean).join("-");

/** Whether the calendar has such a day. */
function is(y: number, m?: number, d?: number): boolean {
  if (m !== undefined && (m < 1 || m > 12)) return false;
  return d === undefined || (d >= 1 && d <= new Date(Date.UTC(y, m ?? 1, 0)).getUTCDate());
}

/** The month of a word, in full or cut short; 0 for none. */
const month = (word: string) => months.findIndex((m) => m.startsWith(word.toLowerCase())) + 1;

/** The ways in which a day, a month or a year is written; what each group is. */
const ways: [RegExp, (...g: string[]) => [number, number?, number?]][] = [
  [/^(\d{4})-(\d{1,2})-(\d{1,2})$/, (y, m, d) => [Number(y), Number(m), Number(d)]],
  [/^(\d{1,2})[./ ](\d{1,2})[./ ](\d{4})$/, (d, m, y) => [Number(y), Number(m), Number(d)]],
  [/^(\d{1,2})\.? +(\p{L}{3,})\.?,? +(\d{4})$/u, (d, m, y) => [Number(y), month(m ?? ""), Number(d)]],
  [/^(\d{4})-(\d{1,2})$/, (y, m) => [Number(y), Number(m)]],
  [/^(\d{1,2})[./](\d{4})$/, (m, y) => [Number(y), Number(m)]],
  [/^(\p{L}{3,})\.? +(\d{4})$/u, (m, y) => [Number(y), month(m ?? "")]],
  [/^(\d{4})$/, (y) => [Number(y)]],
];

/** What someone wrote as a day, a month or a year; undefined when it is none. */
export function readDay(text: string): string | undefined {
  const t = text.trim();
  if (t.toLowerCase() === tell("today-as-typed")) return today();
  if (t.toLowerCase() === tell("yesterday-as-typed")) return today(new Date(Date.now() - 86_400_000));
  for (const [way, of] of ways) {
    const m = way.exec(t);
    if (!m) continue;
    const [y, mo, d] = of(...m.slice(1));
    return is(y, mo, d) ? iso(y, mo, d) : undefined;
  }
  return undefined;
}

/** How well a day is known. */
export type Known = "date" | "month" | "year";
export const known = (of: string): Known => (of.length > 7 ? "date" : of.length > 4 ? "month" : "year");

/** The oldest day that is believed. */
const oldest = "1950";

/** What is wrong with a day, in words; nothing when it will do. */
export function wrongDay(of: string | undefined, may: { part?: boolean; future?: boolean }): string {
  const like = may.part ? tell("26-nov-2026-or-nov-2026-or-2026") : tell("26-nov-2026");
  if (!of) return tell("this-is-not-a-day-write", { like });
  if (!may.part && known(of) !== "date") return tell("say-the-day-as-well", { like });
  if (of < oldest) return tell("this-is-too-long-ago-from-on", { oldest });
  if (!may.future && of > today().slice(0, of.length)) return tell("this-day-has-not-come-yet");
  return "";
}
