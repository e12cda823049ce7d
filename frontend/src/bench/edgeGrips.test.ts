import { describe, expect, it } from "vitest";
import { benchOf } from "../api/vectors.testing";
import { draggedBorder, gripsOf, inHand, widthsAfter, type Grip } from "./edgeGrips";

describe("a dragged border", () => {
  it("moves in steps that rulers have", () => {
    expect(draggedBorder(50.8, "in")).toBe("2 in");
    expect(draggedBorder(28.6, "in")).toBe("1 1/8 in");
    expect(draggedBorder(12.7, "in")).toBe("1/2 in");
    expect(draggedBorder(19, "in")).toBe("3/4 in");
    expect(draggedBorder(31.4, "cm")).toBe("3.1 cm");
    expect(draggedBorder(31.4, "mm")).toBe("31 mm");
  });

  it("takes all sides along while they are alike", () => {
    const alike = {
      kind: "border",
      left: "2 in",
      top: "2 in",
      right: "2 in",
      bottom: "2 in",
      colour: "#ffffff",
      least: "0 mm",
      keyline: null,
      caption: null,
    } as const;
    expect(widthsAfter(alike, "top")).toHaveLength(4);
    expect(widthsAfter({ ...alike, bottom: "3 in" }, "bottom")).toEqual(["bottom"]);
  });
});

describe("a grip in the hand", () => {
  const grip = { typed: "1 1/8 in", mm: 0 } as Grip;
  it("goes on from the length in the plan, where the drawing is still of a moment ago", () => {
    expect(inHand(grip).mm).toBeCloseTo(28.575);
  });
  it("goes on from the drawing, where the length is written as only the server reads it", () => {
    expect(inHand({ ...grip, typed: `2'6"`, mm: 762 }).mm).toBe(762);
  });
});

describe("the grips of an edge", () => {
  const sheet = { document: [0, 0, 300, 200] as const, trim: [0, 0, 300, 200] as const };
  type Edge = Parameters<typeof gripsOf>[0];
  type Boxes = Parameters<typeof gripsOf>[1];
  const grips = (edge: object, boxes: object) =>
    gripsOf(edge as Edge, { ...sheet, ...boxes } as unknown as Boxes, [30, 30, 240, 140]);

  it("of a canvas are its depth and its turn, as they were reckoned", () => {
    const { plan, worksheet } = benchOf("wrap");
    const [depth, turn] = gripsOf(plan.edge, worksheet.drawing.boxes, [0, 0, 1, 1]);
    expect(depth?.mm).toBeCloseTo(38);
    expect(turn?.mm).toBeCloseTo(12);
    expect(depth?.fix("4 cm")).toEqual({ "edge.depth": "4 cm" });
    expect(turn?.fix("1 cm")).toEqual({ "edge.turn": "1 cm" });
  });

  it("of a mat move both sides of the opening", () => {
    const [left, , right] = grips({ kind: "mat" }, { opening: [50, 50, 200, 100] });
    expect(left?.mm).toBe(200);
    expect([left?.by, right?.by]).toEqual([-2, 2]);
    expect(right?.fix("21 cm")).toEqual({ "edge.opening_width": "21 cm" });
  });

  it("of a bleed change all sides, until one has a length of its own", () => {
    const bleed = { kind: "bleed", left: null, top: null, right: null, bottom: null };
    const boxes = { document: [0, 0, 306, 206], trim: [3, 3, 300, 200] };
    const [left, top] = grips(bleed, boxes);
    expect([left?.mm, left?.by]).toEqual([3, -1]);
    expect(left?.fix("5 mm")).toEqual({ "edge.bleed": "5 mm" });
    expect(top?.fix("5 mm")).toEqual({ "edge.bleed": "5 mm" });
    const [own] = grips({ ...bleed, right: "0 mm" }, boxes);
    expect(own?.fix("5 mm")).toEqual({ "edge.left": "5 mm" });
  });

  it("are none without an edge", () => {
    expect(grips({ kind: "none" }, {})).toEqual([]);
  });
});
