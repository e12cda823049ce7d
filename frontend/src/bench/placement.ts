// Where things lie on the screen: from mm of the document to px, and from a drag back to an anchor.
import type { BoxMm, Boxes, Plan } from "../api/types";

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

export function onScreen(box: BoxMm, view: View): [number, number, number, number] {
  const [x, y, w, h] = box;
  return [view.left + x * view.scale, view.top + y * view.scale, w * view.scale, h * view.scale];
}

type Pair = [number, number];

/**
 * The whole picture's box for the plan in hand: as reckoned, or, while a hand moves the anchor
 * faster than answers come, moved to where that anchor puts it.
 */
export function pictureNow(boxes: Boxes, plan: Plan): { picture: BoxMm; printed: BoxMm } {
  const { picture, image, printed } = boxes;
  const fit = plan.fit;
  if (!fit || fit.auto || !fit.anchor) return { picture, printed };
  const [ax, ay] = fit.anchor as Pair;
  // The same rule serves both ways to fit: spare room is negative where the picture is cropped.
  const x = image[0] + (image[2] - picture[2]) * ax;
  const y = image[1] + (image[3] - picture[3]) * ay;
  const moved: BoxMm = [x, y, picture[2], picture[3]];
  return fit.mode === "contain"
    ? { picture: moved, printed: moved }
    : { picture: moved, printed: printed };
}

/** The anchor after the picture was dragged by (dx, dy) mm from where `start` had put it. */
export function draggedAnchor(boxes: Boxes, start: Pair, dx: number, dy: number): Pair {
  const along = (axis: 0 | 1, by: number) => {
    const size = (axis + 2) as 2 | 3;
    const spare = boxes.image[size] - boxes.picture[size];
    if (Math.abs(spare) < 1e-6) return start[axis];
    return Math.min(1, Math.max(0, Math.round((start[axis] + by / spare) * 1e4) / 1e4));
  };
  return [along(0, dx), along(1, dy)];
}

/** The anchor in force: the plan's own, or the one that automatic placement found. */
export function anchorInForce(boxes: Boxes): Pair {
  const share = (axis: 0 | 1) => {
    const size = (axis + 2) as 2 | 3;
    const spare = boxes.image[size] - boxes.picture[size];
    return Math.abs(spare) < 1e-6 ? 0.5 : (boxes.picture[axis] - boxes.image[axis]) / spare;
  };
  return [share(0), share(1)];
}

export function sameView(one: View, other: View): boolean {
  return one.scale === other.scale && one.left === other.left && one.top === other.top;
}
