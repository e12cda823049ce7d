// A soft proof put to pixels: for every colour of the screen what it looks like on a paper, from a table of 33 points a
// channel, by tetrahedra; and hatching over what lies beyond the paper.

export const POINTS = 33;
/** Tenths of ΔE00 above which a colour lies beyond the paper. */
const BEYOND = 30;
/** Stripes of the hatching, px: how often, how wide, and how much of them covers. */
const EVERY = 8;
const WIDE = 3;
const COVERS = 0.7;

/** For each value of a channel the point below it, and how far it is to the next, of 256. */
const BELOW = new Uint8Array(256);
const REST = new Uint16Array(256);
for (let value = 0; value < 256; value++) {
  const at = (value * (POINTS - 1)) / 255;
  BELOW[value] = Math.min(POINTS - 2, Math.floor(at));
  REST[value] = Math.round((at - (BELOW[value] ?? 0)) * 256);
}
const R = POINTS * POINTS * 4;
const G = POINTS * 4;
const B = 4;

/** One colour through the table: red, green, blue, and tenths of ΔE00. */
export function through(
  table: Uint8Array,
  red: number,
  green: number,
  blue: number,
): [number, number, number, number] {
  const out = new Uint8ClampedArray([red, green, blue, 255]);
  const far = put(table, out, 0);
  return [out[0] ?? 0, out[1] ?? 0, out[2] ?? 0, far];
}

/** Put the table to the pixel at `at`; the tenths of ΔE00. */
function put(table: Uint8Array, data: Uint8ClampedArray, at: number): number {
  const red = data[at] as number;
  const green = data[at + 1] as number;
  const blue = data[at + 2] as number;
  const r = REST[red] as number;
  const g = REST[green] as number;
  const b = REST[blue] as number;
  const from = (BELOW[red] as number) * R + (BELOW[green] as number) * G + (BELOW[blue] as number) * B;
  // From one corner of the cube to the opposite one along the edges, the largest rest first.
  let first: number, second: number, high: number, middle: number, low: number;
  if (r >= g) {
    if (g >= b) [first, second, high, middle, low] = [R, R + G, r, g, b];
    else if (r >= b) [first, second, high, middle, low] = [R, R + B, r, b, g];
    else [first, second, high, middle, low] = [B, R + B, b, r, g];
  } else if (r >= b) [first, second, high, middle, low] = [G, R + G, g, r, b];
  else if (g >= b) [first, second, high, middle, low] = [G, G + B, g, b, r];
  else [first, second, high, middle, low] = [B, G + B, b, g, r];
  const [w0, w1, w2, w3] = [256 - high, high - middle, middle - low, low];
  let far = 0;
  for (let channel = 0; channel < 4; channel++) {
    const value =
      ((table[from + channel] as number) * w0 +
        (table[from + first + channel] as number) * w1 +
        (table[from + second + channel] as number) * w2 +
        (table[from + R + G + B + channel] as number) * w3 +
        128) >>
      8;
    if (channel < 3) data[at + channel] = value;
    else far = value;
  }
  return far;
}

/** The picture as it looks on the paper; `hatched`: stripes over what lies beyond it. */
export function onPaper(source: ImageData, table: Uint8Array | null, hatched: boolean): ImageData {
  const made = new ImageData(new Uint8ClampedArray(source.data), source.width, source.height, {
    colorSpace: source.colorSpace,
  });
  if (!table) return made;
  const { data, width } = made;
  for (let at = 0, x = 0, y = 0; at < data.length; at += 4) {
    const far = put(table, data, at);
    if (hatched && far > BEYOND && (x + y) % EVERY < WIDE) stripe(data, at);
    if (++x === width) {
      x = 0;
      y += 1;
    }
  }
  return made;
}

/** Light over what is dark, dark over what is light: seen on any colour, and none itself. */
function stripe(data: Uint8ClampedArray, at: number) {
  const light = 0.3 * (data[at] as number) + 0.6 * (data[at + 1] as number) + 0.1 * (data[at + 2] as number);
  const to = light < 140 ? 245 : 30;
  for (let channel = 0; channel < 3; channel++) {
    const now = data[at + channel] as number;
    data[at + channel] = now + (to - now) * COVERS;
  }
}
