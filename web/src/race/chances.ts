/** A chance in words: people weigh counts better than percents. */
export function inTen(p: number): string {
  if (p < 0.05) return "less than 1 chance in 20";
  if (p > 0.95) return "more than 19 chances in 20";
  const n = Math.round(p * 10);
  return `about ${n} ${n === 1 ? "chance" : "chances"} in ten`;
}

/** Days for reading: weeks once there are many. */
export function span(days: number): string {
  if (days < 14) return `${Math.round(days)} ${Math.round(days) === 1 ? "day" : "days"}`;
  return `${Math.round(days / 7)} weeks`;
}
