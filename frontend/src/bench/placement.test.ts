import { describe, expect, it } from "vitest";
import type { Boxes, Plan } from "../api/types";
import { anchorInForce, draggedAnchor, fitted, onScreen, pictureNow } from "./placement";

/** A 3:2 picture filling a square of 300 mm: 75 mm hang over at each side. */
const boxes = {
  document: [0, 0, 300, 300],
  trim: [0, 0, 300, 300],
  image: [0, 0, 300, 300],
  printed: [0, 0, 300, 300],
  visible: [0, 0, 300, 300],
  picture: [-75, 0, 450, 300],
} as unknown as Boxes;
const plan = (fit: object) => ({ fit: { mode: "fill", anchor: [0.5, 0.5], auto: false, ...fit } }) as unknown as Plan;

describe("placement", () => {
  it("shows document and ghost with room for dimensions", () => {
    const view = fitted(boxes.document, boxes.picture, 900, 560);
    const [x, y, w, h] = onScreen(boxes.document, view);
    expect(x).toBeGreaterThan(90);
    expect(y).toBeGreaterThan(50);
    expect(x + w).toBeLessThan(810);
    expect(y + h).toBeLessThan(510);
    expect(w).toBeCloseTo(h);
  });

  it("moves the picture with the anchor in hand, before any answer", () => {
    expect(pictureNow(boxes, plan({ anchor: [0, 0.5] })).picture).toEqual([0, 0, 450, 300]);
    expect(pictureNow(boxes, plan({ anchor: [1, 0.5] })).picture).toEqual([-150, 0, 450, 300]);
    expect(pictureNow(boxes, plan({ auto: true })).picture).toEqual(boxes.picture);
  });

  it("turns a drag into an anchor that keeps the window covered", () => {
    expect(draggedAnchor(boxes, [0.5, 0.5], 75, 40)).toEqual([0, 0.5]);
    expect(draggedAnchor(boxes, [0.5, 0.5], -30, 0)).toEqual([0.7, 0.5]);
    expect(draggedAnchor(boxes, [0.5, 0.5], -500, 0)).toEqual([1, 0.5]);
  });

  it("reads the anchor in force from the boxes", () => {
    expect(anchorInForce(boxes)).toEqual([0.5, 0.5]);
    expect(anchorInForce({ ...boxes, picture: [-150, 0, 450, 300] })[0]).toBe(1);
  });
});
