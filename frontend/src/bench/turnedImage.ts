/** SVG attributes that lay an image, turned clockwise by `turn` degrees, into a box [x, y, w, h]. */
export function turnedImage(box: readonly [number, number, number, number], turn: number) {
  const [x, y, w, h] = box;
  const onSide = turn === 90 || turn === 270;
  const [width, height] = onSide ? [h, w] : [w, h];
  const centre = `${x + w / 2} ${y + h / 2}`;
  return {
    x: x + (w - width) / 2,
    y: y + (h - height) / 2,
    width,
    height,
    transform: turn ? `rotate(${turn} ${centre})` : undefined,
  };
}
