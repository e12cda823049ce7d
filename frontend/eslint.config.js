import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import typescript from "typescript-eslint";

export default typescript.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  js.configs.recommended,
  ...typescript.configs.strict,
  { plugins: { "react-hooks": hooks }, rules: hooks.configs.recommended.rules },
);
