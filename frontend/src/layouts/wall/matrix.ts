// A perspective from the server as what a browser wants.

/** Row by row: (x, y) goes to (a x + b y + c, d x + e y + f) ÷ (g x + h y + i). */
export type Matrix = readonly [number, number, number, number, number, number, number, number, number];

/**
 * The CSS transform of an element that is `perMm` px of its own a mm, so that it lies where `matrix` (mm to shares of
 * a photograph) says in one that is `width` × `height` px on the screen. Its origin is its upper left corner.
 */
export function asTransform(matrix: Matrix, width: number, height: number, perMm: number): string {
  const [a, b, c, d, e, f, g, h, i] = matrix;
  const own = [
    [(a * width) / perMm, (b * width) / perMm, c * width],
    [(d * height) / perMm, (e * height) / perMm, f * height],
    [g / perMm, h / perMm, i],
  ] as const;
  const [x, y, w] = own;
  const columns = [x[0], y[0], 0, w[0], x[1], y[1], 0, w[1], 0, 0, 1, 0, x[2], y[2], 0, w[2]];
  return `matrix3d(${columns.map((one) => Number(one.toPrecision(10))).join(",")})`;
}
