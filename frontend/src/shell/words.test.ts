import { describe, expect, it } from "vitest";
import { readNumber } from "../fields/NumberField";
import { sizeAsTyped } from "../bench/sheets/SizeSheet";
import { turnedImage } from "../bench/turnedImage";
import { commonScale } from "../jobs/Silhouette";
import { typeset } from "./typeset";

describe("words and small measures", () => {
  it("sets thin spaces before units and around ×", () => {
    expect(typeset("24 × 16 in at 250 ppi")).toBe("24\u2009×\u200916\u2009in at 250\u2009ppi");
    expect(typeset("17⅓ in")).toBe("17⅓\u2009in");
    expect(typeset("2 inches")).toBe("2 inches");
  });

  it("reads degrees and refuses what is none", () => {
    const degrees = { min: -15, max: 15, unit: "°" };
    expect(readNumber("−2,5°", degrees)).toBe(-2.5);
    expect(readNumber("15", degrees)).toBe(15);
    for (const text of ["", "15.1", "-16", "x", "1e1", "0x1"]) expect(() => readNumber(text, degrees)).toThrow();
    expect(() => readNumber("20", degrees)).toThrow("“20” is not from −15 to 15");
    expect(readNumber("240 PPI", { min: 1, max: 10000, unit: "ppi" })).toBe(240);
    expect(readNumber("", { min: 1, max: 10000, empty: "kept" })).toBeNull();
  });

  it("writes a size with one unit where both sides share it", () => {
    expect(sizeAsTyped({ width: "24 in", height: "16 in" })).toBe("24 × 16 in");
    expect(sizeAsTyped({ width: "2 ft", height: "16 in" })).toBe("2 ft × 16 in");
  });

  it("lays a turned image into its box", () => {
    expect(turnedImage([0, 0, 20, 30], 0)).toMatchObject({ x: 0, width: 20, height: 30, transform: undefined });
    expect(turnedImage([0, 0, 20, 30], 90)).toMatchObject({ x: -5, y: 5, width: 30, height: 20, transform: "rotate(90 10 15)" });
  });

  it("finds the scale at which the largest print fits", () => {
    const size = (width_mm: number, height_mm: number) => ({ width_mm, height_mm }) as Parameters<typeof commonScale>[0][number];
    expect(commonScale([size(300, 200), size(100, 400)], 300, 100)).toBe(0.25);
    expect(commonScale([], 300, 100)).toBe(100);
  });
});
