type Box = readonly [number, number, number, number];

/** An SVG transform about a box's centre, clockwise; undefined for none. */
export function leaning([x, y, w, h]: Box, angle: number): string | undefined {
  return angle ? `rotate(${angle} ${x + w / 2} ${y + h / 2})` : undefined;
}

/** SVG attributes that lay an image, turned clockwise by `turn` and then `angle`, into a box. */
export function turnedImage(box: Box, turn: number, angle = 0) {
  const [x, y, w, h] = box;
  const onSide = turn === 90 || turn === 270;
  const [width, height] = onSide ? [h, w] : [w, h];
  return {
    x: x + (w - width) / 2,
    y: y + (h - height) / 2,
    width,
    height,
    transform: leaning(box, turn + angle),
  };
}
