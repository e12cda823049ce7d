import { expect, it } from "vitest";
import { packedRows } from "./packedRows";

const same = (width: number) => width;

it("sets as many in a row as have room, with their gaps", () => {
  expect(packedRows([40, 40, 40, 20], same, 10, 100)).toEqual([
    [40, 40],
    [40, 20],
  ]);
  expect(packedRows([50, 40, 10], same, 10, 100)).toEqual([[50, 40], [10]]);
});

it("gives what is wider than the room a row of its own", () => {
  expect(packedRows([300, 20, 300], same, 10, 100)).toEqual([[300], [20], [300]]);
  expect(packedRows([], same, 10, 100)).toEqual([]);
});
