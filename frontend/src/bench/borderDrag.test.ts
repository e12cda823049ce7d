import { describe, expect, it } from "vitest";
import { draggedBorder, widthsAfter } from "./borderDrag";

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
