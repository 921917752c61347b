import type { Plugin } from "vite";

export const words: Plugin;
