import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  base: "/static/",
  plugins: [react(), tailwindcss()],
  // Nothing inline: the content security policy allows only files of our own.
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  test: { environment: "jsdom", setupFiles: ["src/testing.ts"], restoreMocks: true },
});
