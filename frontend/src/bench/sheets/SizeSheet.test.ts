import { expect, it } from "vitest";
import { sizeAsTyped } from "./SizeSheet";

it("writes a size with one unit where both sides share it", () => {
  expect(sizeAsTyped({ width: "24 in", height: "16 in", ppi: null })).toBe("24 × 16 in");
  expect(sizeAsTyped({ width: "2 ft", height: "16 in", ppi: null })).toBe("2 ft × 16 in");
});
