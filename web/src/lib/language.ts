/** What someone chose at this screen, by its tag; empty: as the house. A cookie, so that papers follow it. */
export const chosenLanguage = () => /(?:^|; )language=([^;]*)/.exec(document.cookie)?.[1] ?? "";

const year = 365 * 24 * 3600;

/** Chooses one; empty: that of the house. */
export const chooseLanguage = (tag: string) => {
  document.cookie = `language=${tag}; path=/; max-age=${tag ? year : 0}; samesite=strict`;
};
