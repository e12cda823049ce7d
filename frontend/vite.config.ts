import babel from "@rolldown/plugin-babel";
import tailwindcss from "@tailwindcss/vite";
import react, { reactCompilerPreset } from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";
import packaged from "./package.json" with { type: "json" };

const ALONE = "src/**/*.alone.test.{ts,tsx}";

export default defineConfig({
  base: "/static/",
  define: { __VERSION__: JSON.stringify(packaged.version) },
  // The compiler keeps what did not change from being drawn again: under a finger that is most of a screen.
  // Tests of single parts ask what is drawn, not how often; those in the browser have what is built.
  plugins: [react(), !process.env.VITEST && babel({ presets: [reactCompilerPreset()] }), tailwindcss()],
  // Nothing inline: the content security policy allows only files of our own.
  // Styles are one file: what a place looks like does not hang on where somebody was before.
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false }, cssCodeSplit: false },
  test: {
    // Files that need a page say so in their first line.
    environment: "node",
    setupFiles: ["src/testing.ts"],
    restoreMocks: true,
    pool: "threads",
    // A world of its own costs each file more than its tests: only those have one that put something in
    // place of the server or of another part for all that are read after it. The two kinds run one after the
    // other (package.json): side by side, vitest gives every file a world of its own after all.
    projects: [
      { extends: true, test: { name: "together", isolate: false, exclude: ["node_modules/**", ALONE] } },
      { extends: true, test: { name: "alone", include: [ALONE] } },
    ],
  },
});
