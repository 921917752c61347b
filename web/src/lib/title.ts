let base = "Therapeon";
let alarm = "";

const show = () => {
  document.title = alarm ? `${alarm} · ${base}` : base;
};

/** The name of the page at hand, also of its printed page. */
export function nameThePage(name: string) {
  base = name;
  show();
}

/** What has ended stands before the name, so that it shows in the tab. */
export function alarmInTitle(words: string) {
  alarm = words;
  show();
}
