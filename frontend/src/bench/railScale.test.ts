import { describe, expect, it } from "vitest";
import { distanceAt, draggedLength, FARTHEST_MM, finestStep, NEAREST_MM, shareOf, ticks } from "./railScale";

describe("the rail's scale", () => {
  it("goes there and back", () => {
    for (const mm of [100, 350, 1000, 4321, 8000]) expect(distanceAt(shareOf(mm))).toBeCloseTo(mm);
    expect(shareOf(5)).toBe(0);
    expect(shareOf(1e6)).toBe(1);
    expect(distanceAt(-3)).toBe(NEAREST_MM);
  });

  it("sets sensible steps in the person's unit", () => {
    expect(draggedLength(347, "cm")).toBe("35 cm");
    expect(draggedLength(1234, "mm")).toBe("1.25 m");
    expect(draggedLength(347, "in")).toBe("13.5 in");
    expect(draggedLength(2000, "in")).toBe("79 in");
  });

  it("has its ticks within the rail, in order", () => {
    for (const unit of ["cm", "in"] as const) {
      const at = ticks(unit).map(([mm]) => mm);
      expect(at).toEqual([...at].sort((a, b) => a - b));
      expect(Math.min(...at)).toBeGreaterThanOrEqual(NEAREST_MM);
      expect(Math.max(...at)).toBeLessThanOrEqual(FARTHEST_MM);
    }
  });
});

describe("a step by a key", () => {
  it("goes to the next round distance, in the person's unit", () => {
    expect(finestStep(347, "cm", 1)).toBe(350);
    expect(finestStep(350, "cm", -1)).toBe(340);
    expect(finestStep(1000, "cm", 1)).toBe(1050);
    expect(finestStep(1000, "cm", -1)).toBe(990);
    expect(finestStep(254, "in", 1)).toBeCloseTo(266.7);
    expect(finestStep(762, "in", -1)).toBeCloseTo(736.6);
  });
});
