import babel from "@rolldown/plugin-babel";
import tailwindcss from "@tailwindcss/vite";
import react, { reactCompilerPreset } from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  base: "/static/",
  // The compiler keeps what did not change from being drawn again: under a finger that is most of a screen.
  plugins: [react(), babel({ presets: [reactCompilerPreset()] }), tailwindcss()],
  // Nothing inline: the content security policy allows only files of our own.
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  // A page takes a second to set up: files that need one say so in their first line.
  test: { environment: "node", setupFiles: ["src/testing.ts"], restoreMocks: true },
});
