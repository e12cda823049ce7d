const SIDES = /^\s*(\d{1,6})\s*[x×*]\s*(\d{1,6})\s*(?:px)?\s*$/i;
const COUNT = /^\s*(\d{1,4}(?:[.,]\d{1,2})?)\s*(?:MP|Mpx|Mpix|megapixels?)\s*$/i;

/** `6000 × 4000`, or `24 MP` of a frame of 3 : 2, as px (the core's `megapixels` reads the same); null for others. */
export function pixelCount(text: string): [width: number, height: number] | null {
  const sides = SIDES.exec(text);
  if (sides) return [Number(sides[1]), Number(sides[2])];
  const count = COUNT.exec(text);
  if (!count) return null;
  const pixels = Number(count[1]?.replace(",", ".")) * 1e6;
  return [Math.round(Math.sqrt(pixels * 1.5)), Math.round(Math.sqrt(pixels / 1.5))];
}
