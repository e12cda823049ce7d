import { describe, expect, it } from "vitest";
import { between, freshName, HANDLES, LEAST, moved, resized } from "./zoneMoves";

const zone = { x: 0.4, y: 0.3, w: 0.2, h: 0.1 };

describe("keep zones in the hand", () => {
  it("move and stop at the picture's edge", () => {
    expect(moved(zone, 0.1, -0.1)).toEqual({ x: 0.5, y: 0.2, w: 0.2, h: 0.1 });
    expect(moved(zone, 5, -5)).toEqual({ x: 0.8, y: 0, w: 0.2, h: 0.1 });
  });

  it("are resized at any side, and never turn inside out", () => {
    expect(resized(zone, [-1, 0], -0.1, 9)).toEqual({ x: 0.3, y: 0.3, w: 0.3, h: 0.1 });
    expect(resized(zone, [1, 1], 0.1, 0.2)).toEqual({ x: 0.4, y: 0.3, w: 0.3, h: 0.3 });
    for (const handle of HANDLES)
      for (const by of [-3, 3]) {
        const box = resized(zone, handle, by, by);
        expect(box.w).toBeGreaterThanOrEqual(LEAST - 1e-9);
        expect(box.h).toBeGreaterThanOrEqual(LEAST - 1e-9);
        expect(box.x).toBeGreaterThanOrEqual(0);
        expect(box.x + box.w).toBeLessThanOrEqual(1 + 1e-9);
        expect(box.y + box.h).toBeLessThanOrEqual(1 + 1e-9);
      }
  });

  it("are drawn from any corner, also beyond the picture, but not of nothing", () => {
    expect(between([0.9, 0.9], [0.5, 2])).toEqual({ x: 0.5, y: 0.9, w: 0.4, h: 0.1 });
    expect(between([0.5, 0.5], [0.501, 0.9])).toBeNull();
  });

  it("get names of their own", () => {
    expect(freshName([])).toBe("zone 1");
    expect(freshName(["hand", "zone 3"])).toBe("zone 4");
  });
});
