import { describe, expect, it } from "vitest";
import type { BoxMm, Drawing, Plan } from "../api/types";
import {
  anchored,
  anchorOf,
  draggedAnchor,
  enlarged,
  fitted,
  onScreen,
  pictureNow,
  placedOf,
  type Placed,
} from "./placement";

/** A 3:2 picture filling a square of 300 mm: 75 mm hang over at each side. */
const piece = {
  picture: [-75, 0, 450, 300] as BoxMm,
  printed: [0, 0, 300, 300] as BoxMm,
  turn: 0,
  angle: 0,
};
const drawing: Drawing = {
  boxes: { document: [0, 0, 300, 300] },
  pieces: [piece],
  strokes: [],
  labels: [],
  grounds: [],
  parts: [],
};
const plan = (fit: object) =>
  ({ fit: { mode: "fill", anchor: [0.5, 0.5], auto: false, zoom: 1, ...fit } }) as unknown as Plan;
const placed = placedOf(drawing, "fill");

describe("placement", () => {
  it("shows document and ghost with room for dimensions", () => {
    const view = fitted(drawing.boxes.document, piece.picture, 900, 560);
    const [x, y, w, h] = onScreen(drawing.boxes.document, view);
    expect(x).toBeGreaterThan(90);
    expect(y).toBeGreaterThan(50);
    expect(x + w).toBeLessThan(810);
    expect(y + h).toBeLessThan(510);
    expect(w).toBeCloseTo(h);
  });

  it("moves the picture with the anchor in hand, before any answer", () => {
    expect(pictureNow(drawing, plan({}), plan({ anchor: [0, 0.5] })).picture).toEqual([0, 0, 450, 300]);
    expect(pictureNow(drawing, plan({}), plan({ anchor: [1, 0.5] })).picture).toEqual([-150, 0, 450, 300]);
    expect(pictureNow(drawing, plan({}), plan({ auto: true })).picture).toEqual(piece.picture);
  });

  it("enlarges at once, and waits for the answer when angle or turn change", () => {
    const [x, y, w, h] = pictureNow(drawing, plan({}), plan({ zoom: 2 })).picture;
    expect([w, h]).toEqual([900, 600]);
    expect([x, y]).toEqual([-300, -150]);
    expect(pictureNow(drawing, plan({}), plan({ angle: 3, zoom: 2 })).picture).toEqual(piece.picture);
    expect(pictureNow(drawing, plan({}), plan({ turn: 90 })).picture).toEqual(piece.picture);
  });

  it("turns a drag into an anchor that keeps the window covered", () => {
    expect(draggedAnchor(placed, [0.5, 0.5], 75, 40)).toEqual([0, 0.5]);
    expect(draggedAnchor(placed, [0.5, 0.5], -30, 0)).toEqual([0.7, 0.5]);
    expect(draggedAnchor(placed, [0.5, 0.5], -500, 0)).toEqual([1, 0.5]);
  });

  it("reads the anchor in force from the boxes", () => {
    expect(anchorOf(placed)).toEqual([0.5, 0.5]);
    expect(anchorOf({ ...placed, picture: [-150, 0, 450, 300] })[0]).toBe(1);
  });

  it("drags a leaning picture along its own sides", () => {
    const leaning: Placed = {
      ...placed,
      angle: 15,
      image: [0, 0, 100, 100],
      picture: [-175, -100, 450, 300],
    };
    for (const anchor of [
      [0.2, 0.7],
      [0, 1],
      [0.5, 0.5],
    ] as const)
      anchorOf(anchored(leaning, [...anchor])).forEach((share, axis) =>
        expect(share).toBeCloseTo(anchor[axis] as number),
      );
    // Straight right along the picture's own long side, which leans down to the right by 15°.
    const a = (15 * Math.PI) / 180;
    const [x, y] = draggedAnchor(leaning, [0.5, 0.5], 40 * Math.cos(a), 40 * Math.sin(a));
    expect(x).toBeLessThan(0.5);
    expect(y).toBeCloseTo(0.5);
  });

  it("enlarges about the point under the pointer", () => {
    const { placed: now } = enlarged(placed, 2, [150, 100]);
    expect(now.picture[2]).toBe(900);
    // The picture's point that was at (150, 100) still is.
    expect((150 - now.picture[0]) / now.picture[2]).toBeCloseTo((150 + 75) / 450);
    expect((100 - now.picture[1]) / now.picture[3]).toBeCloseTo(100 / 300);
  });

  it("moves a whole picture within its padding", () => {
    const whole: Placed = {
      ...placed,
      mode: "contain",
      picture: [0, 50, 300, 200],
      printed: [0, 50, 300, 200],
    };
    expect(draggedAnchor(whole, [0.5, 0.5], 0, -50)).toEqual([0.5, 0]);
    expect(anchored(whole, [0.5, 1]).printed).toEqual([0, 100, 300, 200]);
  });
});
