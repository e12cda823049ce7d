// Where a part lies: its top left corner in px of the picture, so many px of the screen to one of them.
import type { Part } from "./useRescueView";

interface Size {
  width: number;
  height: number;
}

/** The rim that a chain adds counts along: what is looked at begins left of 0. */
export interface Whole extends Size {
  left: number;
  top: number;
}

export const LEAST_SCALE = 0.05;
export const MOST_SCALE = 32;

/** All of it, as large as the room allows. */
export function whole(of: Whole, room: Size): Part {
  const scale = Math.min(room.width / of.width, room.height / of.height);
  return held(
    {
      scale,
      x: -of.left - (room.width / scale - of.width) / 2,
      y: -of.top - (room.height / scale - of.height) / 2,
      ...room,
    },
    of,
  );
}

/** A part at another scale, the place under `at` (px of the screen) staying where it is. */
export function scaled(part: Part, scale: number, at: { x: number; y: number }): Part {
  const to = Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale));
  return {
    ...part,
    scale: to,
    x: part.x + at.x / part.scale - at.x / to,
    y: part.y + at.y / part.scale - at.y / to,
  };
}

/** Moved by px of the screen. */
export const pushed = (part: Part, right: number, down: number): Part => ({
  ...part,
  x: part.x - right / part.scale,
  y: part.y - down / part.scale,
});

/** Never beyond the picture: what is smaller than the room lies in its middle. */
export function held(part: Part, of: Whole): Part {
  const along = (at: number, begin: number, length: number, room: number) =>
    room >= length ? begin + (length - room) / 2 : Math.min(Math.max(at, begin), begin + length - room);
  return {
    ...part,
    x: along(part.x, 0 - of.left, of.width, part.width / part.scale),
    y: along(part.y, 0 - of.top, of.height, part.height / part.scale),
  };
}
