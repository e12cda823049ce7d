import { expect, test } from "vitest";
import { linesOf, movedBox, sizedBox } from "./snapped";

const lines = linesOf(420, 280, 2, 6, 8, [[30, 40, 100, 80]]);

test("a box near the trim lies on it, and goes into the bleed", () => {
  expect(movedBox([1.4, 61.2, 50, 40], lines, 2, 1)).toEqual([0, 61, 50, 40]);
});

test("its right side is held as well: by the edge of the gutter", () => {
  expect(movedBox([151.5, 61, 50, 40], lines, 2, 1)).toEqual([152, 61, 50, 40]);
});

test("nothing is moved off the page at the left or above", () => {
  expect(movedBox([-30, -9, 50, 40], lines, 2, 1)).toEqual([0, 0, 50, 40]);
});

test("a corner meets its neighbour's side", () => {
  expect(sizedBox([140, 50, 60, 60], "se", 3, 9.2, lines, 2, 1)).toEqual([140, 50, 62, 70]);
  expect(sizedBox([140, 50, 60, 60], "nw", -9, 0, lines, 2, 1)[0]).toBe(130);
});

test("a box is never dragged to nothing", () => {
  expect(sizedBox([140, 50, 60, 60], "se", -300, -300, lines, 2, 1)).toEqual([140, 50, 10, 10]);
});
