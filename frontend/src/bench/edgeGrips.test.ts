import { describe, expect, it } from "vitest";
import { benchOf } from "../api/vectors.testing";
import { patched } from "../designs/fix";
import { draggedBorder, gripped, gripsInHand } from "./edgeGrips";

describe("a dragged border", () => {
  it("moves in steps that rulers have", () => {
    expect(draggedBorder(50.8, "in")).toBe("2 in");
    expect(draggedBorder(28.6, "in")).toBe("1 1/8 in");
    expect(draggedBorder(12.7, "in")).toBe("1/2 in");
    expect(draggedBorder(19, "in")).toBe("3/4 in");
    expect(draggedBorder(31.4, "cm")).toBe("3.1 cm");
    expect(draggedBorder(31.4, "mm")).toBe("31 mm");
  });
});

describe("the grips in hand", () => {
  const { plan, worksheet } = benchOf("border");
  const held = (fix: Record<string, unknown>) => gripsInHand(worksheet.grips, patched(plan, fix));

  it("are those that were reckoned", () => {
    expect(held({})).toEqual(worksheet.grips);
  });

  it("go on from the length in the plan, where the drawing is still of a moment ago", () => {
    const [left] = held({ "edge.left": "1 1/8 in" });
    expect([left?.typed, left?.mm]).toEqual(["1 1/8 in", 28.575]);
  });

  it("go on from the drawing, where the length is written as only the server reads it", () => {
    const [left] = held({ "edge.left": `2'6"` });
    expect(left?.mm).toBe(worksheet.grips[0]?.mm);
  });

  it("change every length that they take along", () => {
    const [left] = worksheet.grips;
    expect(left && gripped(left, "3 cm")).toEqual({
      "edge.left": "3 cm",
      "edge.top": "3 cm",
      "edge.right": "3 cm",
      "edge.bottom": "3 cm",
    });
  });

  it("are gone with the edge that they were of", () => {
    expect(held({ edge: { kind: "none" } })).toEqual([]);
    expect(held({ edge: { kind: "wrap", depth: "38 mm", turn: "12 mm" } })).toEqual([]);
  });
});
