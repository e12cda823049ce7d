import { expect, it } from "vitest";
import { typeset } from "./typeset";

it("sets thin spaces before units and around ×", () => {
  expect(typeset("24 × 16 in at 250 ppi")).toBe("24\u00a0×\u00a016\u00a0in at 250\u00a0ppi");
  expect(typeset("17⅓ in")).toBe("17⅓\u00a0in");
  expect(typeset("2 inches")).toBe("2 inches");
});
