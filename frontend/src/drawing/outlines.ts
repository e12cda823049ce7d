// Outlines of boxes, as paths and as boxes around boxes; in any unit.
import type { BoxMm } from "../api/types";

export type Point = readonly [number, number];

export function corners([x, y, w, h]: BoxMm): Point[] {
  return [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ];
}

/** The corners of a box that leans by `angle` degrees about its middle. */
export function leaningBox(box: BoxMm, angle: number): Point[] {
  const a = (angle * Math.PI) / 180;
  const [cx, cy] = [box[0] + box[2] / 2, box[1] + box[3] / 2];
  return corners(box).map(([x, y]) => [
    cx + (x - cx) * Math.cos(a) - (y - cy) * Math.sin(a),
    cy + (x - cx) * Math.sin(a) + (y - cy) * Math.cos(a),
  ]);
}

/** What lies within the outer corners and in none of the inner ones, as a path to be filled evenly odd. */
export function ring(outer: Point[], ...inner: Point[][]): string {
  return [outer, ...inner].map((points) => `M${points.map((point) => point.join(" ")).join("L")}Z`).join("");
}

/** The box around boxes. */
export function around(first: BoxMm, ...others: BoxMm[]): BoxMm {
  const all = [first, ...others];
  const x = Math.min(...all.map((box) => box[0]));
  const y = Math.min(...all.map((box) => box[1]));
  const right = Math.max(...all.map((box) => box[0] + box[2]));
  const bottom = Math.max(...all.map((box) => box[1] + box[3]));
  return [x, y, right - x, bottom - y];
}
