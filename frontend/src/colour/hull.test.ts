import { expect, it } from "vitest";
import { labOf, outlineOf, type Lab } from "./hull";

it("knows white, black and a red", () => {
  const near = (made: Lab, wanted: Lab) =>
    made.forEach((value, at) => expect(Math.abs(value - (wanted[at] ?? 0))).toBeLessThan(0.3));
  near(labOf(255, 255, 255), [100, 0, 0]);
  near(labOf(0, 0, 0), [0, 0, 0]);
  near(labOf(255, 0, 0), [54.29, 80.81, 69.89]);
});

it("draws the outline of colours that are about as light, and leaves out what lies within", () => {
  const colours: Lab[] = [
    [50, -10, -10],
    [51, 10, -10],
    [49, 10, 10],
    [50, -10, 10],
    [50, 1, 2],
    [90, 60, 60],
  ];
  const outline = outlineOf(colours, 50);
  expect(outline).toHaveLength(4);
  expect(outline).not.toContainEqual([1, 2]);
  expect(outlineOf(colours, 20)).toEqual([]);
});
