import { expect, it } from "vitest";
import { typeset } from "./typeset";

it("sets thin spaces before units and around ×", () => {
  expect(typeset("24 × 16 in at 250 ppi")).toBe("24\u2009×\u200916\u2009in at 250\u2009ppi");
  expect(typeset("17⅓ in")).toBe("17⅓\u2009in");
  expect(typeset("2 inches")).toBe("2 inches");
});
