import { describe, expect, it } from "vitest";
import { asTransform, type Matrix } from "./matrix";

/** Where a CSS matrix3d puts a point of its plane. */
function put(transform: string, x: number, y: number): [number, number] {
  const m = transform.slice("matrix3d(".length, -1).split(",").map(Number);
  const at = (row: number) => (m[row] ?? 0) * x + (m[row + 4] ?? 0) * y + (m[row + 12] ?? 0);
  return [at(0) / at(3), at(1) / at(3)];
}

describe("a perspective on the screen", () => {
  it("puts a mm where the server's matrix says, in px of the photograph", () => {
    const matrix: Matrix = [0.0005, 0.00002, 0.2, -0.00004, 0.0007, 0.3, 0.0001, -0.00005, 1];
    const [x, y] = put(asTransform(matrix, 900, 600, 0.5), 400 * 0.5, 250 * 0.5);
    const whole = 0.0001 * 400 - 0.00005 * 250 + 1;
    expect(x).toBeCloseTo(((0.0005 * 400 + 0.00002 * 250 + 0.2) / whole) * 900, 5);
    expect(y).toBeCloseTo(((-0.00004 * 400 + 0.0007 * 250 + 0.3) / whole) * 600, 5);
  });
});
