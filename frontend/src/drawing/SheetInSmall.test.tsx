// @vitest-environment happy-dom
import { render } from "@testing-library/react";
import type { BoxMm, Drawing } from "../api/types";
import { describe, expect, it } from "vitest";
import { SheetInSmall, scaleFor } from "./SheetInSmall";

/** A 3:2 picture cropped to a square, all of the loss at the right. */
const square = drawn([0, 0, 20, 20], [0, 0, 20, 20], [0, 0, 30, 20]);

function drawn(document: BoxMm, printed: BoxMm, picture: BoxMm, turn = 0, angle = 0): Drawing {
  return {
    boxes: { document },
    pieces: [{ picture, printed, turn, angle }],
    strokes: [],
    labels: [],
    grounds: [],
    parts: [],
  };
}

describe("a print in small", () => {
  it("draws the picture once, veiled and hatched where the crop throws it away", () => {
    const { container } = render(<SheetInSmall drawing={square} proof="/p.jpg" scale={2} room={[70, 50]} />);
    expect(container.querySelectorAll("image")).toHaveLength(1);
    expect(container.querySelectorAll("pattern")).toHaveLength(1);
    // The middle of the room is the middle of sheet and loss together, so neither runs out of it.
    expect(container.querySelector("svg")?.getAttribute("viewBox")).toBe("-5 -5 70 50");
  });

  it("hatches nothing where nothing is lost, and clips to the window", () => {
    const whole = drawn([0, 0, 20, 20], [0, 0, 20, 20], [0, 0, 20, 20]);
    const { container } = render(<SheetInSmall drawing={whole} proof="/p.jpg" scale={2} room={[50, 50]} />);
    expect(container.querySelectorAll("pattern")).toHaveLength(0);
    expect(container.querySelectorAll("clipPath")).toHaveLength(1);
  });

  it("counts everything from the document's corner", () => {
    const moved = drawn([5, 5, 20, 20], [7, 7, 16, 16], [7, 7, 16, 16]);
    const { container } = render(<SheetInSmall drawing={moved} proof="/p.jpg" scale={1} room={[20, 20]} />);
    expect(container.querySelector("image")).toHaveAttribute("x", "2");
  });

  it("leans the picture about its middle, after its turn", () => {
    const leaning = drawn([0, 0, 20, 20], [0, 0, 20, 20], [0, 0, 30, 20], 90, 5);
    const { container } = render(<SheetInSmall drawing={leaning} proof="/p.jpg" scale={1} room={[50, 50]} />);
    expect(container.querySelector("image")).toHaveAttribute("transform", "rotate(95 15 10)");
  });

  it("draws every piece of a sheet, the paper open at each", () => {
    const four = drawn([0, 0, 20, 20], [1, 1, 8, 8], [1, 1, 8, 8]);
    four.pieces = [0, 10].flatMap((x) =>
      [0, 10].map((y) => {
        const box: BoxMm = [x + 1, y + 1, 8, 8];
        return { picture: box, printed: box, turn: 0, angle: 0 };
      }),
    );
    const { container } = render(<SheetInSmall drawing={four} proof="/p.jpg" scale={1} room={[22, 22]} />);
    expect(container.querySelectorAll("image")).toHaveLength(4);
    expect(container.querySelector("path")?.getAttribute("d")?.match(/M/g)).toHaveLength(5);
  });

  it("finds the scale at which the largest has room, what it loses included", () => {
    expect(scaleFor([square], [64, 64])).toBe(2);
    expect(scaleFor([square, drawn([0, 0, 60, 60], [0, 0, 20, 20], [0, 0, 30, 20])], [64, 64])).toBe(1);
    expect(scaleFor([], [64, 64])).toBeGreaterThan(0);
  });
});
