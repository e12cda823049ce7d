import { describe, expect, it } from "vitest";
import { lesserGrips } from "./lesserGrips";

type Edge = Parameters<typeof lesserGrips>[0];
type Drawn = Parameters<typeof lesserGrips>[1];
const IMAGE = [30, 30, 240, 140] as [number, number, number, number];
const grips = (edge: object, boxes: object, ink: object = {}) =>
  lesserGrips(
    edge as Edge,
    {
      boxes: { document: [0, 0, 300, 200], ...boxes },
      pieces: [{ printed: IMAGE }],
      strokes: [],
      labels: [],
      ...ink,
    } as unknown as Drawn,
    IMAGE,
  );

describe("the lesser lengths of an edge", () => {
  it("of a mat are what it covers and the step of a second card", () => {
    const mat = { kind: "mat", overlap: "5 mm", reveal: null, inner: { step: "4 mm", colour: "#000000" } };
    const boxes = { opening: [35, 35, 230, 130], step: [31, 31, 238, 138] };
    const [covered, step] = grips(mat, boxes);
    expect([covered?.mm, covered?.by, covered?.typed]).toEqual([5, 1, "5 mm"]);
    expect(covered?.fix("6 mm")).toEqual({ "edge.overlap": "6 mm" });
    expect([step?.mm, step?.by]).toEqual([4, 1]);
    expect(step?.fix("3 mm")).toEqual({ "edge.inner.step": "3 mm" });
  });

  it("of a floating print grow as its rim goes up", () => {
    const mat = { kind: "mat", overlap: "0 mm", reveal: "8 mm", inner: null };
    const [reveal] = grips(mat, { opening: [22, 22, 256, 156] });
    expect([reveal?.mm, reveal?.by]).toEqual([8, -1]);
  });

  it("of a bleed are its safe margin, where there is one", () => {
    const boxes = { trim: [3, 3, 294, 194], safe: [6, 6, 288, 188] };
    const [safe] = grips({ kind: "bleed", safe: "3 mm" }, boxes);
    expect([safe?.mm, safe?.by]).toEqual([3, -1]);
    expect(grips({ kind: "bleed", safe: "0 mm" }, { trim: boxes.trim })).toEqual([]);
  });

  it("of a card that differs from the sheet are its sides, about its middle", () => {
    const mat = {
      kind: "mat",
      overlap: "5 mm",
      reveal: null,
      inner: null,
      card_width: "20 cm",
      card_height: "10 cm",
    };
    const found = grips(mat, { opening: [35, 35, 230, 130], card: [50, 50, 200, 100] });
    const [, wide, high] = found;
    expect([wide?.mm, wide?.by, wide?.flat, high?.mm, high?.by]).toEqual([200, 2, true, 100, 2]);
    expect(wide?.fix("21 cm")).toEqual({ "edge.card_width": "21 cm" });
  });

  it("of a keyline are its gap and its width, read off the line that is drawn", () => {
    const across = (y: number) => ({ kind: "keyline", start: [28, y], end: [272, y], width: 0.5 });
    const strokes = [across(27.75), across(172.25), { ...across(0), end: [28, 200] }];
    const border = { kind: "border", keyline: { gap: "2 mm", width: "0.5 mm" }, caption: null };
    const [gap, width] = grips(border, {}, { strokes });
    expect([gap?.mm, gap?.at[1], gap?.typed]).toEqual([2, 172, "2 mm"]);
    expect([width?.mm, width?.at[1]]).toEqual([0.5, 172.5]);
    expect(grips(border, {})).toEqual([]);
  });

  it("of a caption are its offset and its letters, below or above, however they were typed", () => {
    const caption = { text: "Fog", offset: "1 1/2 in", height: "3 mm", side: "bottom" };
    const border = { kind: "border", keyline: null, caption };
    const [offset, letters] = grips(border, {}, { labels: [{ at: [60, 179], height: 3 }] });
    expect([offset?.mm, offset?.at[1], offset?.by]).toEqual([6, 176, 1]);
    expect([letters?.mm, letters?.at[1], letters?.by]).toEqual([3, 179, 1]);
    const over = { ...border, caption: { ...caption, side: "top" } };
    const [above, tall] = grips(over, {}, { labels: [{ at: [60, 24], height: 3 }] });
    expect([above?.mm, above?.by, tall?.at[1], tall?.by]).toEqual([6, -1, 21, -1]);
  });
});
