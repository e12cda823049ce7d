import { describe, expect, it } from "vitest";
import { lengthMm, lesserGrips } from "./lesserGrips";

type Edge = Parameters<typeof lesserGrips>[0];
type Boxes = Parameters<typeof lesserGrips>[1];
const grips = (edge: object, boxes: object, image: [number, number, number, number] = [30, 30, 240, 140]) =>
  lesserGrips(edge as Edge, { document: [0, 0, 300, 200], ...boxes } as unknown as Boxes, image);

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

  it("of a border are keyline and caption, above or below the picture", () => {
    const caption = { text: "Fog", offset: "6 mm", side: "bottom" };
    const border = { kind: "border", keyline: { gap: "2 mm" }, caption };
    const [line, under] = grips(border, {});
    expect(line?.at).toEqual([210, 172]);
    expect([under?.at[1], under?.by]).toEqual([176, 1]);
    const [over] = grips({ ...border, keyline: null, caption: { ...caption, side: "top" } }, {});
    expect([over?.at[1], over?.by]).toEqual([24, -1]);
    expect(grips({ ...border, keyline: null, caption: { ...caption, text: " " } }, {})).toEqual([]);
  });

  it("are not drawn where a length is typed in a way that only the server reads", () => {
    expect(lengthMm("0,5 cm")).toBe(5);
    expect(lengthMm("1 in")).toBe(25.4);
    expect(lengthMm("1 1/2 in")).toBeNull();
  });
});
