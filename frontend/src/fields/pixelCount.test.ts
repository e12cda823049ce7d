import { expect, it } from "vitest";
import { pixelCount } from "./pixelCount";

it("reads both sides, or megapixels of a frame of 3 : 2", () => {
  expect(pixelCount("6000 × 4000 px")).toEqual([6000, 4000]);
  expect(pixelCount("24 MP")).toEqual([6000, 4000]);
  expect(pixelCount("12,2 megapixels")).toEqual([4278, 2852]);
});

it("reads nothing else", () => {
  expect(["24", "MP", "6000", "6000 × ", "-3 MP"].map(pixelCount)).toEqual([null, null, null, null, null]);
});
