import { expect, test } from "vitest";
import type { BookBox, BookSpread } from "../../api/types";
import { arranged, boxAt, movedTo, placeOf, withBox, withoutBox, withPicture } from "./spreads";

const sides = { x: "1 cm", y: "2 cm", width: "10 cm", height: "8 cm" };
const box = (plan: number | null): BookBox =>
  ({ plan, ...sides, text: plan === null ? "words" : null }) as BookBox;
const spreads: BookSpread[] = [
  { from: 2, boxes: [box(0), box(1)] },
  { from: 6, boxes: [box(2), box(null)] },
];

test("a path says which box it is", () => {
  expect(placeOf("spreads.3.boxes.1")).toEqual({ spread: 3, box: 1 });
});

test("a box is changed and nothing else", () => {
  const after = withBox(spreads, { spread: 0, box: 1 }, { x: "3 cm" });
  expect(boxAt(after, { spread: 0, box: 1 })?.x).toBe("3 cm");
  expect(after[1]).toBe(spreads[1]);
  expect(spreads[0]?.boxes[1]?.x).toBe("1 cm");
});

test("a spread of which nothing is left is gone", () => {
  const once = withoutBox(spreads, { spread: 0, box: 0 });
  expect(once[0]?.boxes.map(({ plan }) => plan)).toEqual([1]);
  expect(withoutBox(once, { spread: 0, box: 0 }).map(({ from }) => from)).toEqual([6]);
});

test("a box moved to an empty spread finds its place in the order of pages", () => {
  const after = movedTo(spreads, { spread: 0, box: 0 }, 4, sides);
  expect(after.map(({ from, boxes }) => [from, boxes.length])).toEqual([
    [2, 1],
    [4, 1],
    [6, 2],
  ]);
});

test("two pictures change places, wherever they lie", () => {
  const after = withPicture(spreads, { spread: 0, box: 0 }, 2);
  expect(after.flatMap(({ boxes }) => boxes.map(({ plan }) => plan))).toEqual([2, 1, 0, null]);
});

test("a picture without a place takes a box, and no other box changes", () => {
  const after = withPicture(spreads, { spread: 0, box: 1 }, 7);
  expect(after.flatMap(({ boxes }) => boxes.map(({ plan }) => plan))).toEqual([0, 7, 2, null]);
});

test("an arrangement moves the pictures and leaves the texts where they are", () => {
  const after = arranged(spreads, 6, [{ ...sides, x: "5 cm" }]);
  expect(after[1]?.boxes.map(({ x }) => x)).toEqual(["5 cm", "1 cm"]);
});
