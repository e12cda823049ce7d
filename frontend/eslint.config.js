import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import typescript from "typescript-eslint";

/** The folders of src from the ground up: each may import from those before it, never from those behind. */
const FLOORS = [
  "api",
  "drawing",
  "shell",
  "fields",
  "session",
  "frame",
  "designs",
  "sizes",
  "pictures",
  "howbig",
  "bench",
  "proof",
  "look",
  "layouts",
  "stock",
  "jobs",
  "batches",
];

const above = (floor) => FLOORS.slice(FLOORS.indexOf(floor) + 1);

const floors = FLOORS.filter((floor) => above(floor).length > 0).map((floor) => ({
  files: [`src/${floor}/**/*.{ts,tsx}`],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          {
            regex: `^(\\.\\./)+(${above(floor).join("|")}|App)(/|$)`,
            message: `${floor} lies below it: imports go down.`,
          },
        ],
      },
    ],
  },
}));

export default typescript.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  js.configs.recommended,
  ...typescript.configs.strict,
  {
    // What the server sends is whole: a default in place of what is always there hides what is not.
    files: ["src/**/*.ts", "src/**/*.tsx"],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: { "@typescript-eslint/no-unnecessary-condition": "error" },
  },
  {
    // Components and hooks; what is neither, the compiler need not read.
    files: ["src/**/*.tsx", "src/**/use*.ts"],
    ignores: ["src/**/*.test.{ts,tsx}"],
    plugins: { "react-hooks": hooks },
    rules: hooks.configs.recommended.rules,
  },
  ...floors,
);
