import { describe, expect, it } from "vitest";
import { asTyped, mmOf } from "./typedLength";

describe("a length under a hand", () => {
  it("is written as somebody would type it, and read back", () => {
    expect(asTyped(123.4, "cm")).toBe("12.34 cm");
    expect(asTyped(300, "mm")).toBe("300 mm");
    expect(asTyped(25.4 * 1.125, "in")).toBe("1.125 in");
    for (const unit of ["mm", "cm", "in"] as const) expect(mmOf(asTyped(254, unit))).toBeCloseTo(254);
  });
  it("is read with the fractions of a rule", () => {
    expect(mmOf("1 1/2 in")).toBeCloseTo(38.1);
    expect(mmOf("3/4 in")).toBeCloseTo(19.05);
  });
  it("is left alone where it is written otherwise", () => {
    expect(mmOf(`2'6"`)).toBeNull();
    expect(mmOf("1/0 in")).toBeNull();
    expect(mmOf("1 1/ in")).toBeNull();
    expect(mmOf(null)).toBeNull();
    expect(mmOf("0,5 m")).toBe(500);
  });
});
