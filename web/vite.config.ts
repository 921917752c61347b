import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";
import { words } from "./words.mjs";

/** A class of a module is named by its file and itself, so that what the browser shows can be read. */
function nameOf(local: string, file: string): string {
  const stem = file.replace(/^.*\/|\.module\.css.*$/g, "");
  const name = local.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);
  return name === stem ? stem : `${stem}-${name}`;
}

/**
 * Tables and what lies over the page measure a scroll bar by writing a style into the page, without
 * its nonce, which the page's policy refuses. The bar can be measured without.
 */
const scrollBars: Plugin = {
  name: "scroll-bars-without-styles",
  enforce: "pre",
  load(id) {
    if (!/@rc-component\/util\/es\/getScrollBarSize\.js/.test(id)) return null;
    return `
      export function getTargetScrollBarSize(of) {
        if (!of) return { width: 0, height: 0 };
        return { width: of.offsetWidth - of.clientWidth, height: of.offsetHeight - of.clientHeight };
      }
      export default function getScrollBarSize() {
        return window.innerWidth - document.documentElement.clientWidth;
      }`;
  },
};

export default defineConfig({
  plugins: [words, scrollBars, react({ compiler: true })],
  css: { modules: { generateScopedName: nameOf } },
  build: {
    outDir: "dist",
    emptyOutDir: true,
    target: "es2022",
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1100,
    // What the first view needs is one file, and what a few others share few files: each is a request.
    rolldownOptions: {
      output: {
        chunkFileNames: (chunk) => `assets/${chunk.name.replace(/~.*/, "")}-[hash].js`,
        codeSplitting: {
          groups: [
            { name: "first", tags: ["$initial"] },
            { name: "shared", minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 40_000 },
          ],
        },
      },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8317" } },
});
