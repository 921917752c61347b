// Catalogues of words, for the build of the page.
import { readdirSync, readFileSync } from "node:fs";
import { compileMessage } from "@lingui/message-utils/compileMessage";
import { parse } from "yaml";

/** A catalogue as the page reads it: each entry compiled from ICU's message format. */
export function compiled(file) {
  const words = parse(readFileSync(file, "utf8"));
  return Object.fromEntries(
    Object.entries(words).map(([key, said]) => {
      const tokens = compileMessage(said);
      return [key, tokens.every((t) => typeof t === "string") ? tokens.join("") : tokens];
    }),
  );
}

const catalogues = "src/words";

/**
 * Catalogues of words: a room of the page brings its English ones, src/words/en/<room>.yaml. Those of any other
 * language are one script that runs before the page.
 */
export const words = {
  name: "words",
  load(id) {
    if (!id.endsWith(".yaml")) return null;
    this.addWatchFile(id);
    return `export default ${JSON.stringify(compiled(id))}`;
  },
  generateBundle() {
    for (const tag of readdirSync(catalogues, { withFileTypes: true })) {
      if (!tag.isDirectory() || tag.name === "en") continue;
      const rooms = Object.fromEntries(
        readdirSync(`${catalogues}/${tag.name}`).map((file) => [
          file.replace(/\.yaml$/, ""),
          compiled(`${catalogues}/${tag.name}/${file}`),
        ]),
      );
      this.emitFile({
        type: "asset",
        fileName: `words/${tag.name}.js`,
        source: `globalThis.otherWords=${JSON.stringify({ tag: tag.name, rooms })}`,
      });
    }
  },
};
