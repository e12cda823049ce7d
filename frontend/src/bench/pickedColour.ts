/** The mean colour of the proof around a point (shares of the turned picture), as #rrggbb. */
export async function pickedColour(
  proof: string,
  at: readonly [number, number],
  turn: number,
): Promise<string | null> {
  const image = new Image();
  image.src = proof;
  await image.decode();
  const [x, y] = stored(at, turn);
  const canvas = document.createElement("canvas");
  canvas.width = canvas.height = 5;
  const context = canvas.getContext("2d");
  if (!context) return null;
  context.drawImage(image, x * image.naturalWidth - 2.5, y * image.naturalHeight - 2.5, 5, 5, 0, 0, 5, 5);
  return meanColour(context.getImageData(0, 0, 5, 5).data);
}

/** The mean colour of a proof's own rim, a twentieth of its shorter side wide, as #rrggbb. */
export async function rimColour(proof: string): Promise<string | null> {
  const image = new Image();
  image.src = proof;
  await image.decode();
  const [w, h] = [image.naturalWidth, image.naturalHeight];
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [w, h];
  const context = canvas.getContext("2d");
  if (!context) return null;
  context.drawImage(image, 0, 0);
  const wide = Math.max(1, Math.round(Math.min(w, h) / 20));
  const strips = [
    [0, 0, w, wide],
    [0, h - wide, w, wide],
    [0, wide, wide, h - 2 * wide],
    [w - wide, wide, wide, h - 2 * wide],
  ] as const;
  return meanColour(strips.flatMap(([x, y, wide, high]) => [...context.getImageData(x, y, wide, high).data]));
}

/** A point of the turned picture in the picture as its proof has it. */
export function stored([x, y]: readonly [number, number], turn: number): [number, number] {
  if (turn === 90) return [y, 1 - x];
  if (turn === 180) return [1 - x, 1 - y];
  if (turn === 270) return [1 - y, x];
  return [x, y];
}

export function meanColour(pixels: ArrayLike<number>): string {
  const count = pixels.length / 4;
  const mean = (channel: number) => {
    let sum = 0;
    for (let at = channel; at < pixels.length; at += 4) sum += pixels[at] ?? 0;
    return Math.round(sum / count);
  };
  return `#${[0, 1, 2].map((channel) => mean(channel).toString(16).padStart(2, "0")).join("")}`;
}
