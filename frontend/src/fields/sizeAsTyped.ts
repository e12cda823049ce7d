/** `24 × 16 in` where both sides share a unit, else each side with its own. */
export function sizeAsTyped(target: { width: string; height: string }): string {
  const side = /^(.*?)\s*([A-Za-z]+)$/;
  const width = side.exec(target.width);
  const height = side.exec(target.height);
  return width && height && width[2] === height[2]
    ? `${width[1]} × ${height[1]} ${width[2]}`
    : `${target.width} × ${target.height}`;
}
