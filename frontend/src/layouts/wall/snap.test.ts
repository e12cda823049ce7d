import { describe, expect, it } from "vitest";
import { caught, gapsAlong, type Spot } from "./snap";

const ROW: Spot[] = [
  [0, 0, 300, 450],
  [340, 0, 300, 450],
];

describe("a frame under a hand", () => {
  it("catches at the upper edge and at the gap of the others", () => {
    expect(caught([676, 6, 200, 200], ROW, 8, 1)).toEqual({ x: 680, y: 0, across: [680], down: [0] });
  });
  it("catches at the middle of another", () => {
    expect(caught([395, 900, 200, 200], ROW, 8, 1).x).toBe(390);
    expect(caught([900, 128, 200, 200], ROW, 8, 1).y).toBe(125);
  });
  it("goes in whole steps where nothing is near", () => {
    expect(caught([113.4, 777.7, 50, 50], ROW, 4, 1)).toEqual({ x: 113, y: 778, across: [], down: [] });
    expect(caught([3.3, 900, 50, 51], [], 4, 3.175).x).toBeCloseTo(3.175);
  });
  it("takes the nearest of several places", () => {
    expect(caught([2, 500, 300, 300], [[0, 0, 300, 300], [3, 0, 300, 300]], 8, 1).x).toBe(3); // oxfmt-ignore
  });
});

describe("gaps", () => {
  it("are those between frames beside each other", () => {
    expect(gapsAlong(ROW, 0)).toEqual([40]);
    expect(gapsAlong(ROW, 1)).toEqual([]);
    const stairs: Spot[] = [[0, 100, 300, 450], [350, 0, 300, 450], [0, 600, 300, 100]]; // oxfmt-ignore
    expect(gapsAlong(stairs, 0)).toEqual([50]);
    expect(gapsAlong(stairs, 1)).toEqual([50]);
  });
});
