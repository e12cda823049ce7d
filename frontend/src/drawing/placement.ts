// Where things lie on the screen: from mm of the document to px, and from a drag back to an anchor.
import type { BoxMm, Drawing, DrawnPiece, Plan } from "../api/types";

/** Puts mm of the document on the screen: `scale` px a mm, the corner at (left, top). */
export interface View {
  scale: number;
  left: number;
  top: number;
}

const ROOMY = { left: 96, top: 58, right: 96, bottom: 58 };

const TIGHT = { left: 58, top: 40, right: 58, bottom: 40 };
const NARROW_PX = 520;

/** How much of what a crop throws away is shown beyond the sheet, as a share of the sheet. */
const GHOST = 0.22;

/**
 * The view that shows the document, and as much of a cropped picture around it as is of use, in
 * `width` × `height` px with room for dimensions.
 */
export function fitted(document: BoxMm, picture: BoxMm, width: number, height: number): View {
  const [, , w, h] = document;
  const beyond = (amount: number, side: number) => Math.min(Math.max(0, amount), side * GHOST);
  const x0 = -beyond(-picture[0], w);
  const y0 = -beyond(-picture[1], h);
  const x1 = w + beyond(picture[0] + picture[2] - w, w);
  const y1 = h + beyond(picture[1] + picture[3] - h, h);
  const margin = width < NARROW_PX ? TIGHT : ROOMY;
  const room = { w: width - margin.left - margin.right, h: height - margin.top - margin.bottom };
  const scale = Math.max(0.001, Math.min(room.w / (x1 - x0), room.h / (y1 - y0)));
  return {
    scale,
    left: margin.left + (room.w - (x1 - x0) * scale) / 2 - x0 * scale,
    top: margin.top + (room.h - (y1 - y0) * scale) / 2 - y0 * scale,
  };
}

/** Parts of a px: finer than any eye and any screen. */
const PARTS = 100;
const onGrid = (px: number) => Math.round(px * PARTS) / PARTS;

/**
 * A box in px. On a grid: the picture lies where the hand has put it and where the answer says it lies,
 * and the last digits of a sum must not have it painted again.
 */
export function onScreen(box: BoxMm, view: View): [number, number, number, number] {
  const [x, y, w, h] = box;
  return [
    onGrid(view.left + x * view.scale),
    onGrid(view.top + y * view.scale),
    onGrid(w * view.scale),
    onGrid(h * view.scale),
  ];
}

export type Pair = [number, number];

/** A picture in its image box: the boxes of a print or of a cell, in one unit, and how it leans. */
export interface Placed {
  image: BoxMm;
  picture: BoxMm;
  printed: BoxMm;
  mode: "fill" | "contain";
  angle: number;
}

const middle = ([x, y, w, h]: BoxMm): Pair => [x + w / 2, y + h / 2];
const clamped = (value: number) => Math.min(1, Math.max(0, value));
const exact = (share: number) => Math.round(clamped(share) * 1e6) / 1e6;

/** A step on the screen along the picture's own sides, when it leans by `angle` degrees clockwise. */
export function alongPicture([x, y]: Pair, angle: number): Pair {
  const a = (angle * Math.PI) / 180;
  return [x * Math.cos(a) + y * Math.sin(a), y * Math.cos(a) - x * Math.sin(a)];
}

function onPrint(step: Pair, angle: number): Pair {
  return alongPicture(step, -angle);
}

/** How far the window can move over the picture along its sides; for contain, the picture in the box. */
function spareOf(placed: Placed): Pair {
  const { image, picture, printed, mode, angle } = placed;
  if (mode === "contain") return [printed[2] - image[2], printed[3] - image[3]];
  const a = (Math.abs(angle) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(a), Math.sin(a)];
  return [picture[2] - image[2] * cos - image[3] * sin, picture[3] - image[2] * sin - image[3] * cos];
}

/** The anchor in force: the share of the spare room left and above, from where the boxes lie. */
export function anchorOf(placed: Placed): Pair {
  const spare = spareOf(placed);
  const [image, inner] = [
    middle(placed.image),
    middle(placed.mode === "contain" ? placed.printed : placed.picture),
  ];
  const away = alongPicture(
    [image[0] - inner[0], image[1] - inner[1]],
    placed.mode === "contain" ? 0 : placed.angle,
  );
  const share = (axis: 0 | 1) =>
    Math.abs(spare[axis]) < 1e-6 ? 0.5 : clamped(away[axis] / spare[axis] + 0.5);
  return [share(0), share(1)];
}

/** The same picture with another anchor. */
export function anchored(placed: Placed, anchor: Pair): Placed {
  const spare = spareOf(placed);
  const own: Pair = [spare[0] * (anchor[0] - 0.5), spare[1] * (anchor[1] - 0.5)];
  const away = placed.mode === "contain" ? own : onPrint(own, placed.angle);
  const image = middle(placed.image);
  const inner = placed.mode === "contain" ? placed.printed : placed.picture;
  const from = middle(inner);
  const [dx, dy] = [image[0] - away[0] - from[0], image[1] - away[1] - from[1]];
  const moved = ([x, y, w, h]: BoxMm): BoxMm => [x + dx, y + dy, w, h];
  return {
    ...placed,
    picture: moved(placed.picture),
    printed: placed.mode === "contain" ? moved(placed.printed) : placed.printed,
  };
}

/** The anchor after the picture was dragged by (dx, dy) from where `start` had put it. */
export function draggedAnchor(placed: Placed, start: Pair, dx: number, dy: number): Pair {
  const spare = spareOf(placed);
  const by = placed.mode === "contain" ? ([dx, dy] as Pair) : alongPicture([dx, dy], placed.angle);
  const along = (axis: 0 | 1) =>
    Math.abs(spare[axis]) < 1e-6 ? start[axis] : exact(start[axis] - by[axis] / spare[axis]);
  return [along(0), along(1)];
}

/** The picture `times` as large, what lies under `at` staying there as far as it can. */
export function enlarged(placed: Placed, times: number, at: Pair): { placed: Placed; anchor: Pair } {
  const [x, y, w, h] = placed.picture;
  const grown: Placed = {
    ...placed,
    picture: [at[0] - (at[0] - x) * times, at[1] - (at[1] - y) * times, w * times, h * times],
  };
  const [left, top] = anchorOf(grown);
  const anchor: Pair = [exact(left), exact(top)];
  return { placed: anchored(grown, anchor), anchor };
}

/** The picture of a drawn print. */
export function pieceOf({ boxes: { document }, pieces }: Drawing): DrawnPiece {
  return pieces[0] ?? { picture: document, printed: document, turn: 0, angle: 0 };
}

/** A drawn print as a placed picture; without an image box the sheet is it. */
export function placedOf(drawing: Drawing, mode: Placed["mode"]): Placed {
  const { picture, printed, angle } = pieceOf(drawing);
  return { image: drawing.boxes.image ?? drawing.boxes.document, picture, printed, mode, angle };
}

/**
 * The picture for the plan in hand: as reckoned for `reckoned`, or, while a hand moves faster than
 * answers come, moved and enlarged to where the plan in hand puts it.
 */
export function pictureNow(drawing: Drawing, reckoned: Plan, plan: Plan): Placed {
  const placed = placedOf(drawing, reckoned.fit.mode);
  const [before, now] = [reckoned.fit, plan.fit];
  const alike = (["mode", "turn", "angle"] as const).every((name) => before[name] === now[name]);
  if (!alike || now.auto) return placed;
  const times = now.zoom / before.zoom;
  const sized = times === 1 ? placed : enlarged(placed, times, middle(placed.image)).placed;
  return anchored(sized, now.anchor as Pair);
}

export function sameView(one: View, other: View): boolean {
  return one.scale === other.scale && one.left === other.left && one.top === other.top;
}
