// @vitest-environment happy-dom
import { render } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { benchOf } from "../api/vectors.testing";
import { pieceOf } from "./placement";
import { SheetLayers } from "./SheetLayers";

const VIEW = { scale: 2, left: 10, top: 20 };

function layers(name: Parameters<typeof benchOf>[0], change: object = {}) {
  const { drawing } = benchOf(name).worksheet;
  const piece = { ...pieceOf(drawing), ...change };
  const { container } = render(
    <svg>
      <SheetLayers drawing={drawing} piece={piece} view={VIEW} proof="/p.jpg" paper="#f8f4e8" />
    </svg>,
  );
  const rects = (filter: (rect: Element) => boolean) =>
    [...container.querySelectorAll("rect")].filter(filter);
  return { container, drawing, piece, rects };
}

describe("a sheet in layers", () => {
  it("lies where the view puts it, in the colour of its paper", () => {
    const { drawing, rects } = layers("border");
    const [, , w, h] = drawing.boxes.document;
    const [paper] = rects((rect) => rect.getAttribute("fill") === "#f8f4e8");
    expect(paper).toHaveAttribute("x", "10");
    expect(paper).toHaveAttribute("y", "20");
    expect(Number(paper?.getAttribute("width"))).toBeCloseTo(w * 2);
    expect(Number(paper?.getAttribute("height"))).toBeCloseTo(h * 2);
  });

  it("shows what a crop throws away, and nothing where there is nothing", () => {
    expect(layers("border").container.querySelector("[data-testid=cropped-away] image")).not.toBeNull();
    const { printed } = pieceOf(benchOf("border").worksheet.drawing);
    const whole = layers("border", { picture: printed });
    expect(whole.container.querySelector("[data-testid=cropped-away]")).toBeNull();
    expect(whole.container.querySelectorAll("image")).toHaveLength(1);
  });

  it("hatches what is thrown away up to the window, in upright tiles however the picture leans", () => {
    const { container } = layers("border", { angle: 3 });
    const hatched = container.querySelector("[data-testid=cropped-away] path[fill^=url]");
    const tile = container.querySelector("pattern");
    expect(hatched).toHaveAttribute("fill", `url(#${tile?.id ?? ""})`);
    expect(hatched).toHaveAttribute("fill-rule", "evenodd");
    expect(hatched?.getAttribute("d")?.match(/M/g)).toHaveLength(2);
    expect(hatched?.closest("[transform]")).toBeNull();
    expect(tile).not.toHaveAttribute("patternTransform");
  });

  it("leans picture and ghost together about their middle", () => {
    const { container } = layers("border", { angle: 3, turn: 90 });
    const turns = [...container.querySelectorAll("image")].map((image) => image.getAttribute("transform"));
    expect(turns).toHaveLength(2);
    expect(new Set(turns).size).toBe(1);
    expect(turns[0]).toMatch(/^rotate\(93 /);
  });

  it("draws the folds of a canvas, and its marks where the core has put them", () => {
    const { container, drawing } = layers("wrap");
    const dashed = [...container.querySelectorAll("rect[stroke-dasharray='7 4']")];
    expect(dashed).toHaveLength(2); // where the face ends, and where the side goes to the back
    const strokes = [...container.querySelectorAll("line[data-stroke]")];
    expect(strokes).toHaveLength(drawing.strokes.length);
    expect(new Set(strokes.map((line) => line.getAttribute("data-stroke")))).toEqual(
      new Set(["cut", "fold", "centre"]),
    );
    const [first] = drawing.strokes;
    expect(strokes[0]).toHaveAttribute("x1", String(10 + (first?.start[0] ?? 0) * 2));
    expect(strokes[0]).toHaveAttribute("y2", String(20 + (first?.end[1] ?? 0) * 2));
  });

  it("draws the trim only where the file goes beyond it", () => {
    const plain = (name: "border" | "screen") =>
      layers(name).container.querySelectorAll("g[fill=none] > rect").length;
    expect(plain("border")).toBe(0);
    expect(plain("screen")).toBe(0);
  });
});
