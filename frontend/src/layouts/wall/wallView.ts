// Where a wall lies on the screen: pieces in mm from the upper left of all of them, the floor below.
import type { WallDrawn } from "../../api/types";
import { PERSON, PERSON_WIDTH } from "../../drawing/personSize";
import type { View } from "../../drawing/placement";

/** How far from the pieces somebody stands, mm. */
export const BESIDE = 420;
const CLOSE = { left: 92, top: 66, right: 40, bottom: 92 };
const WIDE = { left: 34, top: 34, right: 84, bottom: 96 };

/** Everything with floor and person. Of a measured wall its whole length is seen. */
export function wideView(wall: WallDrawn, width: number, height: number): View {
  const ends = wallEnds(wall);
  const left = Math.min(ends[0], -BESIDE - PERSON_WIDTH);
  const right = Math.max(ends[1], wall.whole[0] + 300);
  const top = Math.max(wall.top, PERSON) + 80;
  const view = fit(left, wall.top - top, right, wall.top, width, height, WIDE);
  // The floor is below; what is over lies above the pieces.
  return { ...view, top: height - WIDE.bottom - wall.top * view.scale };
}

/** The pieces alone, as large as there is room; with what of the picture lies beyond them, mm. */
export function closeView(wall: WallDrawn, width: number, height: number, beyond = 0): View {
  const [w, h] = wall.whole;
  return fit(-beyond, -beyond, w + beyond, h + beyond, width, height, CLOSE);
}

/** Where the wall begins and ends, mm from the left of the pieces; that of the pieces where it was not measured. */
export function wallEnds(wall: WallDrawn): [number, number] {
  if (wall.length === null || wall.length === undefined) return [0, wall.whole[0]];
  return [-wall.from_left, wall.length - wall.from_left];
}

function fit(
  left: number, top: number, right: number, bottom: number, width: number, height: number, margin: typeof CLOSE,
): View {
  const room = [width - margin.left - margin.right, height - margin.top - margin.bottom] as const;
  const scale = Math.max(0.0005, Math.min(room[0] / (right - left), room[1] / (bottom - top)));
  return {
    scale,
    left: margin.left + (room[0] - (right - left) * scale) / 2 - left * scale,
    top: margin.top + (room[1] - (bottom - top) * scale) / 2 - top * scale,
  };
} // oxfmt-ignore
