import { describe, expect, it } from "vitest";
import { asLength, movedBy, seamsOf, shifted, tileName } from "./seams";

describe("seams under a hand", () => {
  it("that go to the right are moved less to the left", () => {
    expect(shifted(30, 12, 190)).toBe(18);
    expect(shifted(30, -12, 190)).toBe(42);
  });

  it("count up to one tile: beyond the edge they come in at the other side", () => {
    expect(shifted(0, 5, 190)).toBe(185);
    expect(shifted(188, -5, 190)).toBe(3);
  });

  it("are typed to a tenth of a millimetre", () => {
    expect(shifted(0, -3.14159, 190)).toBe(3.1);
    expect(asLength(3.1)).toBe("3.1 mm");
  });

  it("lie from where a tile begins to where the one before it ends", () => {
    expect(seamsOf([[0, 200], [190, 200], [380, 190]])).toEqual([[190, 200], [380, 390]]); // oxfmt-ignore
    expect(seamsOf([[0, 150]])).toEqual([]);
  });

  it("are moved by what is in hand, where that was typed in mm", () => {
    expect(movedBy("30.9 mm", 190)).toBe(30.9);
    expect(movedBy("200 mm", 190)).toBe(10);
    expect(movedBy("3 cm", 190)).toBeNull();
  });

  it("are between tiles that are named as the sheets are", () => {
    expect([tileName(0, 0), tileName(1, 2), tileName(25, 0), tileName(26, 0)]).toEqual([
      "A1",
      "B3",
      "Z1",
      "AA1",
    ]);
  });
});
