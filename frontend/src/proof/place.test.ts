import { describe, expect, it } from "vitest";
import type { DrawnPiece, Plan, ProofFound } from "../api/types";
import { hidden } from "./blind";
import { cornerIn, held, panes, partFor, pushed, startAt } from "./place";

const found = {
  x: 1000,
  y: 500,
  width: 800,
  height: 600,
  printed_width: 4000,
  printed_height: 3000,
} as ProofFound;
const pane = { width: 400, height: 300 };

describe("the part that is asked for", () => {
  it("is as large as the room in px of the device", () => {
    expect(partFor({ width: 890, height: 737 }, 1)).toEqual({ width: 890, height: 737 });
    expect(partFor(pane, 2)).toEqual({ width: 800, height: 600 });
  });
  it("is never more than is made at once, in the room's shape", () => {
    const part = partFor({ width: 1800, height: 1200 }, 2);
    expect((part?.width ?? 0) * (part?.height ?? 0)).toBeLessThanOrEqual(1_300_000);
    expect((part?.width ?? 0) / (part?.height ?? 1)).toBeCloseTo(1.5, 2);
  });
  it("is none while there is no room", () => {
    expect(partFor({ width: 0, height: 0 }, 1)).toBeNull();
  });
});

describe("the place in the pane", () => {
  it("lies in its middle, on whole px of the device", () => {
    const place = { x: 1400 / 4000, y: 800 / 3000 };
    expect(cornerIn(pane, place, found, 1)).toEqual({ x: -200, y: -150 });
    const between = cornerIn(pane, { x: 1400.3 / 4000, y: 800 / 3000 }, found, 1.5);
    expect(between.x * 1.5).toBeCloseTo(Math.round(between.x * 1.5), 6);
  });
  it("follows the hand that pushes the picture", () => {
    const place = { x: 0.5, y: 0.5 };
    expect(pushed(place, 40, -30, found, 1)).toEqual({ x: 0.5 - 40 / 4000, y: 0.5 + 30 / 3000 });
    expect(pushed(place, 40, 0, found, 2).x).toBeCloseTo(0.5 - 80 / 4000, 9);
  });
  it("stays within the picture, and in its middle where all of it is seen", () => {
    expect(held({ x: -1, y: 2 }, pane, found, 1)).toEqual({ x: 0.05, y: 0.95 });
    expect(held({ x: 0, y: 0 }, { width: 9000, height: 300 }, found, 1)).toEqual({ x: 0.5, y: 0.05 });
  });
});

describe("where one looks first", () => {
  const piece = { picture: [-50, 0, 300, 200], printed: [0, 0, 200, 200] } as unknown as DrawnPiece;
  const plan = (fit: Partial<Plan["fit"]>) =>
    ({ fit: { keep: [], turn: 0, angle: 0, ...fit } }) as unknown as Plan;
  const zone = { name: "lamp", x: 0.4, y: 0.2, w: 0.2, h: 0.1 };
  it("is the middle of the first keep zone", () => {
    expect(startAt(plan({ keep: [zone] }), piece)).toEqual({ x: 0.5, y: 0.25 });
  });
  it("is the middle of the picture without one, or where it is cut away", () => {
    expect(startAt(plan({}), piece)).toEqual({ x: 0.5, y: 0.5 });
    expect(startAt(plan({ keep: [{ ...zone, x: 0 }] }), piece).x).toBe(0);
  });
});

describe("panes beside each other", () => {
  it("three stand in a row, four in two rows, on a phone all in one column", () => {
    expect(panes(3, { width: 912, height: 700 }, 6)).toEqual({
      columns: 3,
      pane: { width: 300, height: 700 },
    });
    expect(panes(4, { width: 906, height: 706 }, 6)).toEqual({
      columns: 2,
      pane: { width: 450, height: 350 },
    });
    expect(panes(3, { width: 360, height: 912 }, 6).columns).toBe(1);
  });
});

it("hides two names in either order", () => {
  expect(hidden("a", "b", 0.2)).toEqual({ first: "a", second: "b", answered: false });
  expect(hidden("a", "b", 0.7)).toEqual({ first: "b", second: "a", answered: false });
});
