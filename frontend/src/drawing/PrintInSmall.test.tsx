// @vitest-environment jsdom
import { render } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { PrintInSmall, scaleFor, type SmallPrint } from "./PrintInSmall";

/** A 3:2 picture cropped to a square, all of the loss at the right. */
const print: SmallPrint = { document: [0, 0, 20, 20], printed: [0, 0, 20, 20], picture: [0, 0, 30, 20], turn: 0, angle: 0 };

describe("a print in small", () => {
  it("draws the picture once, veiled and hatched where the crop throws it away", () => {
    const { container } = render(<PrintInSmall print={print} proof="/p.jpg" scale={2} room={[70, 50]} />);
    expect(container.querySelectorAll("image")).toHaveLength(1);
    expect(container.querySelectorAll("pattern")).toHaveLength(1);
    // The middle of the room is the middle of sheet and loss together, so neither runs out of it.
    expect(container.querySelector("svg")?.getAttribute("viewBox")).toBe("-5 -5 70 50");
  });

  it("hatches nothing where nothing is lost, and clips to the window", () => {
    const whole = { ...print, picture: print.printed };
    const { container } = render(<PrintInSmall print={whole} proof="/p.jpg" scale={2} room={[50, 50]} />);
    expect(container.querySelectorAll("pattern")).toHaveLength(0);
    expect(container.querySelectorAll("clipPath")).toHaveLength(1);
  });

  it("counts everything from the document's corner", () => {
    const moved = { ...print, document: [5, 5, 20, 20], printed: [7, 7, 16, 16], picture: [7, 7, 16, 16] } as SmallPrint;
    const { container } = render(<PrintInSmall print={moved} proof="/p.jpg" scale={1} room={[20, 20]} />);
    expect(container.querySelector("image")).toHaveAttribute("x", "2");
  });

  it("leans the picture about its middle, after its turn", () => {
    const leaning = { ...print, turn: 90, angle: 5 };
    const { container } = render(<PrintInSmall print={leaning} proof="/p.jpg" scale={1} room={[50, 50]} />);
    expect(container.querySelector("image")).toHaveAttribute("transform", "rotate(95 15 10)");
  });

  it("finds the scale at which the largest has room, what it loses included", () => {
    expect(scaleFor([print], [64, 64])).toBe(2);
    expect(scaleFor([print, { ...print, document: [0, 0, 60, 60] }], [64, 64])).toBe(1);
    expect(scaleFor([], [64, 64])).toBeGreaterThan(0);
  });
});
