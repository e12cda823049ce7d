import { expect, it } from "vitest";
import type { PrintSummary } from "../api/types";
import { commonScale } from "./Silhouette";
import { turnedImage } from "./turnedImage";

it("lays a turned image into its box", () => {
  expect(turnedImage([0, 0, 20, 30], 0)).toMatchObject({ x: 0, width: 20, height: 30, transform: undefined });
  expect(turnedImage([0, 0, 20, 30], 90)).toMatchObject({
    x: -5,
    y: 5,
    width: 30,
    height: 20,
    transform: "rotate(90 10 15)",
  });
});

it("finds the scale at which the largest print fits", () => {
  const size = (width: number, height: number) =>
    ({ drawing: { boxes: { document: [0, 0, width, height] } } }) as PrintSummary;
  expect(commonScale([size(300, 200), size(100, 400)], 300, 100)).toBe(0.25);
  expect(commonScale([], 300, 100)).toBe(100);
});
