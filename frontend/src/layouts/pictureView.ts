// A picture to be marked: how it lies on the desk, and places on it as shares of its turned sides.
import type { BoxMm, PictureFacts, Plan } from "../api/types";
import { leaningBox } from "../drawing/outlines";

export type Share = [number, number];

export interface PictureView {
  /** The whole picture, px of the screen, before it leans. */
  box: BoxMm;
  turn: number;
  angle: number;
}

const MARGIN = 22;

/** The picture as large as there is room, `room` px beside and above it kept free. */
export function pictureView(
  plan: Plan,
  picture: PictureFacts,
  width: number,
  height: number,
  beyond: readonly BoxMm[] = [],
): PictureView {
  const { turn, angle } = plan.fit;
  const onSide = turn === 90 || turn === 270;
  const [w, h] = onSide ? [picture.height_px, picture.width_px] : [picture.width_px, picture.height_px];
  const lean = leaningBox([0, 0, w, h], angle);
  // What lies outside of the picture (a photo's frame) has to be seen too, as far as it is of use.
  const most = 0.25;
  const xs = [...lean.map(([x]) => x), ...beyond.flatMap((box) => [box[0] * w, (box[0] + box[2]) * w])];
  const ys = [...lean.map(([, y]) => y), ...beyond.flatMap((box) => [box[1] * h, (box[1] + box[3]) * h])];
  const left = Math.max(-most * w, Math.min(...xs));
  const right = Math.min((1 + most) * w, Math.max(...xs));
  const top = Math.max(-most * h, Math.min(...ys));
  const bottom = Math.min((1 + most) * h, Math.max(...ys));
  const scale = Math.min((width - 2 * MARGIN) / (right - left), (height - 2 * MARGIN - 20) / (bottom - top));
  const x = (width - (right - left) * scale) / 2 - left * scale;
  const y = (height - 20 - (bottom - top) * scale) / 2 - top * scale;
  return { box: [x, y, w * scale, h * scale], turn, angle };
}

/** Where a place lies on the screen. */
export const placed = ({ box }: PictureView, [x, y]: Share): Share => [
  box[0] + x * box[2],
  box[1] + y * box[3],
];

export const boxed = ({ box }: PictureView, [x, y, w, h]: BoxMm): BoxMm => [
  box[0] + x * box[2],
  box[1] + y * box[3],
  w * box[2],
  h * box[3],
];

const held = (share: number) => Math.min(1, Math.max(0, Math.round(share * 1e5) / 1e5));

/** A place moved by so many px of the screen, kept on the picture. */
export const moved = ({ box }: PictureView, [x, y]: Share, dx: number, dy: number): Share => [
  held(x + dx / box[2]),
  held(y + dy / box[3]),
];
