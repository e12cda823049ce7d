import { expect, it } from "vitest";
import { readNumber } from "./NumberField";

it("reads degrees and refuses what is none", () => {
  const degrees = { min: -15, max: 15, unit: "°" };
  expect(readNumber("−2,5°", degrees)).toBe(-2.5);
  expect(readNumber("15", degrees)).toBe(15);
  for (const text of ["", "15.1", "-16", "x", "1e1", "0x1"])
    expect(() => readNumber(text, degrees)).toThrow();
  expect(() => readNumber("20", degrees)).toThrow("“20” is not from −15 to 15");
  expect(readNumber("240 PPI", { min: 1, max: 10000, unit: "ppi" })).toBe(240);
  expect(readNumber("", { min: 1, max: 10000, empty: "kept" })).toBeNull();
});
