import { expect, it } from "vitest";
import { sizeAsTyped } from "./sizeAsTyped";

it("writes a size with one unit where both sides share it", () => {
  expect(sizeAsTyped({ width: "24 in", height: "16 in" })).toBe("24 × 16 in");
  expect(sizeAsTyped({ width: "2 ft", height: "16 in" })).toBe("2 ft × 16 in");
});
