import { expect, test } from "vitest";
import { toggled } from "./useChoice";

const LISTED = [1, 2, 3, 4, 5];

test("one goes in and out", () => {
  const one = toggled(new Set(), 3, null, LISTED);
  expect([...one]).toEqual([3]);
  expect([...toggled(one, 3, null, LISTED)]).toEqual([]);
});

test("a range goes the whole way, either way round", () => {
  expect([...toggled(new Set([2]), 4, 2, LISTED)]).toEqual([2, 3, 4]);
  expect([...toggled(new Set([4]), 2, 4, LISTED)].sort((a, b) => a - b)).toEqual([2, 3, 4]);
});

test("a range to one that is chosen takes all of it out", () => {
  expect([...toggled(new Set([1, 2, 3]), 3, 1, LISTED)]).toEqual([]);
});

test("where the last one is not listed any more, it is one", () => {
  expect([...toggled(new Set(), 3, 9, LISTED)]).toEqual([3]);
});
