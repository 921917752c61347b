import { setupI18n, type Messages } from "@lingui/core";
import { TransNoContext } from "@lingui/react/server";
import type { ReactElement, ReactNode } from "react";

/** Words of another language than English, by room. They are loaded before the page: see api/page.go. */
type Words = { tag: string; rooms: Record<string, Messages>; made?: (english: Messages) => Messages };
declare global {
  var otherWords: Words | undefined;
}

const other = globalThis.otherWords;
const i18n = setupI18n({ locale: other?.tag ?? "en", messages: { [other?.tag ?? "en"]: {} } });

/** The language whose rules lists and figures follow. English is written as in Britain: Ben, Cy and Di. */
export const locale = other?.tag ?? "en-GB";

export type Values = Record<string, string | number | undefined>;

/**
 * The words of a room of the page: `tell` says an entry of its catalogue, `Tell` one with links, figures or
 * other elements in it. English stands in words/en and comes with the code of the room.
 */
export function room(name: string, english: Messages) {
  const words = { ...english, ...other?.made?.(english), ...other?.rooms[name] };
  i18n.load(i18n.locale, Object.fromEntries(Object.entries(words).map(([key, said]) => [`${name}.${key}`, said])));

  const tell = (key: string, values?: Values) => i18n._(`${name}.${key}`, values);

  type Props = { of: string; with?: Record<string, ReactNode>; parts?: Record<string, ReactElement> };
  const Tell = ({ of, with: values = {}, parts }: Props) => {
    // What somebody typed is no mark-up.
    const said = Object.entries(values).map(([key, v]) => [key, typeof v === "string" ? <>{v}</> : v]);
    return (
      <TransNoContext id={`${name}.${of}`} values={Object.fromEntries(said)} components={parts} lingui={{ i18n }} />
    );
  };
  return { tell, Tell };
}
