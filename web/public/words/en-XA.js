/* English with accents, a third longer, in brackets: what is seen without them was not said through a catalogue. */
globalThis.otherWords = {
  tag: "en-XA",
  rooms: {},
  made: (english) => {
    const from = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ";
    const to = "áƀçđéƒğĥíĵķłɱñóþɋŕšţúṽŵẋýžÁƁÇĐÉƑĞĤÍĴĶŁḾÑÓÞɊŔŠŢÚṼŴẊÝŽ";
    const accented = (text) => text.replace(/<[^>]*>|[a-zA-Z]/g, (c) => (c.length > 1 ? c : to[from.indexOf(c)]));
    // A token is text, or the name of a place, its kind and its forms.
    const tokens = (all) => all.map((t) => (typeof t === "string" ? accented(t) : [t[0], t[1], t[2] && forms(t[2])]));
    const forms = (by) =>
      Object.fromEntries(
        Object.entries(by).map(([k, v]) => [k, typeof v === "string" ? accented(v) : Array.isArray(v) ? tokens(v) : v]),
      );
    const letters = (v) =>
      typeof v === "string" ? v.length : v.reduce((n, t) => n + (typeof t === "string" ? t.length : 4), 0);
    // In words that a line can be broken between.
    const longer = (signs) => "~~~~~~~~ ".repeat(signs / 8) + "~".repeat(signs % 8);
    return Object.fromEntries(
      Object.entries(english).map(([key, v]) => {
        const said = tokens(typeof v === "string" ? [v] : v);
        return [key, ["[", ...said, longer(Math.floor(letters(v) / 3)) + "]"]];
      }),
    );
  },
};
