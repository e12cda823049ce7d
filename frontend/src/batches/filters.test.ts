import { describe, expect, it } from "vitest";
import type { Cell } from "../api/types";
import { matches, shownPictures } from "./filters";

const cell = (part: Partial<Cell>) =>
  ({
    angle: 0,
    grade: "clean",
    loss: 0,
    zones: "none",
    troubled: false,
    edited: false,
    ...part,
  }) as Cell;

describe("the matrix' filters", () => {
  it("know trouble by its kind", () => {
    expect(matches(cell({ zones: "cut" }), "zones")).toBe(true);
    expect(matches(cell({ zones: "near" }), "zones")).toBe(false);
    expect(matches(cell({ loss: 0.2 }), "loss")).toBe(true);
    expect(matches(cell({ grade: "soft" }), "pixels")).toBe(true);
    expect(matches(cell({ grade: "near" }), "pixels")).toBe(false);
    expect(matches(cell({ troubled: true }), "troubled")).toBe(true);
    expect(matches(cell({ edited: true }), "edited")).toBe(true);
    expect(matches(cell({}), "all")).toBe(true);
  });

  it("show the pictures that have one such cell", () => {
    const rows = new Map([
      ["a", [cell({}), cell({ zones: "cut" })]],
      ["b", [cell({})]],
    ]);
    const pictures = [{ id: "a" }, { id: "b" }, { id: "not reckoned yet" }];
    expect(shownPictures(pictures, rows, "zones").map((one) => one.id)).toEqual(["a"]);
    expect(shownPictures(pictures, rows, "all")).toHaveLength(3);
  });
});
