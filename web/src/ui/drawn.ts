/** For an icon that says nothing of its own: antd would name it in English. */
export const drawn = { "aria-hidden": true, "aria-label": undefined } as const;
