import { tellChange, tellDoubt, type Changed } from "../changed";
import { client } from "./client";

const letters = "abcdefghijklmnopqrstuvwxyz0123456789";

/** A name that nothing else has, also where the page is not encrypted. */
export const nameless = () =>
  [...crypto.getRandomValues(new Uint8Array(20))].map((n) => letters[n % letters.length]).join("");

/** Names this tab, for as long as it is open: it is not told of its own changes. */
export const tab = nameless();

/** Who is at this machine, as it was last said here. */
export const personKey = "therapeon.person";

let named = "";

/** Sends under a name. The request is made at once, so its name is no other's. */
export function naming<T>(name: string, send: () => Promise<T>): Promise<T> {
  named = name;
  try {
    return send();
  } finally {
    named = "";
  }
}

/** A number for a text; two texts hardly share one. */
function digest(text: string): string {
  let [a, b] = [0xdeadbeef, 0x41c6ce57];
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    a = Math.imul(a ^ c, 2654435761);
    b = Math.imul(b ^ c, 1597334677);
  }
  return (a >>> 0).toString(36) + (b >>> 0).toString(36);
}

/** The header that names what is sent: it is kept once, however often it is sent. */
const once = "Therapeon-Once";

client.use({
  onRequest: async ({ request, id }) => {
    const name = named; // before anything is waited for
    request.headers.set("Therapeon-Tab", tab);
    const person = localStorage.getItem(personKey);
    if (person) request.headers.set("Therapeon-Person", encodeURIComponent(person));
    if (request.method === "GET") return undefined;
    if (!request.headers.has("Content-Type")) request.headers.set("Content-Type", "application/json");
    if (name) request.headers.set(once, name);
    else if (request.method === "PUT" && !request.headers.get("Content-Type")?.includes("csv")) {
      // A change of a version is sent once by its nature: the same again is the same.
      const body = await request.clone().text();
      if (/"version":\d/.test(body)) request.headers.set(once, `${tab} ${digest(request.url + body)}`);
    }
    return id ? request : undefined;
  },
  onResponse: ({ request, response }) => {
    if (request.method === "GET") return;
    const changed = response.headers.get("Therapeon-Changed");
    if (changed) tellChange(JSON.parse(changed) as Changed);
    else if (response.status === 409) tellDoubt();
  },
});
