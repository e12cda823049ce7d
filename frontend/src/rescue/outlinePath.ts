// Outlines as they come over the wire: a start, then each segment as two numbers (straight) or six (a Bézier).
export type Numbers = number[][];

export interface Node {
  x: number;
  y: number;
  /** Which contour, and which of its segments ends here. */
  contour: number;
  at: number;
}

/** SVG path data of a contour. */
export const pathOf = (contour: Numbers): string =>
  contour.map((one, at) => (at === 0 ? "M" : one.length === 2 ? "L" : "C") + one.join(" ")).join("") + "Z";

/** All nodes of some contours, px of the picture. */
export const nodesOf = (contours: Numbers[]): Node[] =>
  contours.flatMap((contour, number) =>
    contour.slice(1).map((one, at) => ({ x: one.at(-2) ?? 0, y: one.at(-1) ?? 0, contour: number, at })),
  );
