/** The folders of src from the ground up: each may import from those before it, never from those behind. */
const FLOORS = [
  "api",
  "drawing",
  "shell",
  "legend",
  "fields",
  "session",
  "frame",
  "help",
  "designs",
  "sizes",
  "pictures",
  "howbig",
  "profiles",
  "devices",
  "labs",
  "prices",
  "times",
  "room",
  "bench",
  "proof",
  "look",
  "colour",
  "press",
  "layouts",
  "stock",
  "trials",
  "jobs",
  "batches",
  "counter",
  "due",
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

const errors = (plugin, names) => Object.fromEntries(names.map((name) => [`${plugin}/${name}`, "error"]));

export default {
  plugins: ["eslint", "typescript", "react", "oxc", "unicorn"],
  categories: { correctness: "error" },
  ignorePatterns: ["dist", "src/api/schema.d.ts"],
  rules: {
    ...errors("eslint", [
      "no-case-declarations",
      "no-constant-condition",
      "no-empty",
      "no-fallthrough",
      "no-prototype-builtins",
      "no-regex-spaces",
      "no-unused-expressions",
      "no-useless-constructor",
      "no-var",
      "prefer-const",
      "prefer-rest-params",
      "prefer-spread",
    ]),
    ...errors("typescript", [
      "ban-ts-comment",
      "no-dynamic-delete",
      "no-empty-object-type",
      "no-explicit-any",
      "no-extraneous-class",
      "no-invalid-void-type",
      "no-namespace",
      "no-non-null-asserted-nullish-coalescing",
      "no-non-null-assertion",
      "no-require-imports",
      "no-unnecessary-type-constraint",
      "no-unsafe-function-type",
      "prefer-literal-enum-member",
      "unified-signatures",
      // What the server sends is whole: a default in place of what is always there hides what is not.
      "no-unnecessary-condition",
    ]),
    // What the compiler of React could not keep from being drawn again, or would draw wrongly.
    ...errors("react", [
      "rules-of-hooks",
      "exhaustive-deps",
      "error-boundaries",
      "globals",
      "immutability",
      "preserve-manual-memoization",
      "purity",
      "refs",
      "set-state-in-effect",
      "set-state-in-render",
      "static-components",
      "use-memo",
    ]),
  },
  overrides: floors,
};
