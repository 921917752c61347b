/** The rooms of the page: where each is, and its words. */
export const rooms = [
  ["/", "Today"],
  ["/bench", "Bench"],
  ["/mixing", "Mix"],
  ["/places", "Places"],
  ["/library", "Library"],
  ["/settings", "Settings"],
] as const;
