import { expect, test } from "vitest";
import { begins, linesOf } from "./found";

const hit = (title: string, exact = false) => ({
  kind: "print" as const, id: "7", title, says: "12-3 · 50 × 40 cm", picture_id: null, exact,
}); // oxfmt-ignore

test("each word that is typed begins a word", () => {
  expect(begins("Orders at labs", "lab ord")).toBe(true);
  expect(begins("Orders at labs", "rders")).toBe(false);
  expect(begins("anything", "")).toBe(true);
});

test("a place by its name stands before things that have the word", () => {
  expect(
    linesOf("stock", [hit("Stock photograph")], [])
      .map(({ title }) => title)
      .slice(0, 2),
  ).toEqual(["Stock", "Stock photograph"]);
});

test("what has the number that was typed stands before all", () => {
  expect(linesOf("12-3", [hit("Fog", true)], [])[0]?.title).toBe("Fog");
});

test("what the page does is found by its words, with its key", () => {
  const keys = [
    { keys: "B", what: "Before paper", does: () => undefined },
    { keys: "F2", what: "Rename" },
  ];
  const lines = linesOf("bef", [], keys);
  expect(lines.map(({ title, says }) => [title, says])).toContainEqual(["Before paper", "B"]);
  expect(linesOf("rename", [], keys)).toEqual([]);
});
