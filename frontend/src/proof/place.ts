// Where a proof looks: shares of the printed picture, px of the file, px on the screen.
import type { DrawnPiece, Plan } from "../api/types";

export interface Place {
  x: number;
  y: number;
}

/** What is there to be shown: its corner and the whole it is a part of, px. */
export interface Whole {
  x: number;
  y: number;
  printed_width: number;
  printed_height: number;
}

export interface Size {
  width: number;
  height: number;
}

/** Where one looks first: the middle of the first keep zone, or of the picture. */
export function startAt(plan: Plan, piece: DrawnPiece | undefined): Place {
  const zone = plan.fit.keep[0];
  if (!zone || !piece || plan.fit.turn || plan.fit.angle) return { x: 0.5, y: 0.5 };
  const [x, y, w, h] = piece.printed;
  const [left, top, wide, high] = piece.picture;
  const share = (at: number) => Math.min(1, Math.max(0, at));
  return {
    x: share((left + (zone.x + zone.w / 2) * wide - x) / w),
    y: share((top + (zone.y + zone.h / 2) * high - y) / h),
  };
}

/** What the server makes at most at once, px. */
const MOST_PIXELS = 1_300_000;
const LEAST_SIDE = 32;

/** How large a part is asked for, px of the file, for a room on the screen whose px are `dense` of them. */
export function partFor(room: Size, dense: number): Size | null {
  if (room.width < 1 || room.height < 1) return null;
  const all = room.width * room.height * dense * dense;
  const less = Math.min(1, Math.sqrt(MOST_PIXELS / all)) * dense;
  const side = (px: number) => Math.max(LEAST_SIDE, Math.floor(px * less));
  return { width: side(room.width), height: side(room.height) };
}

/** The nearest place whose surroundings, `pane` px of the screen, lie within the picture. */
export function held(place: Place, pane: Size, found: Whole, dense: number): Place {
  const along = (at: number, px: number, whole: number) => {
    const half = (px * dense) / whole / 2;
    return half >= 0.5 ? 0.5 : Math.min(1 - half, Math.max(half, at));
  };
  return {
    x: along(place.x, pane.width, found.printed_width),
    y: along(place.y, pane.height, found.printed_height),
  };
}

/** The place after the picture was pushed by so many px of the screen. */
export function pushed(place: Place, dx: number, dy: number, found: Whole, dense: number): Place {
  return {
    x: place.x - (dx * dense) / found.printed_width,
    y: place.y - (dy * dense) / found.printed_height,
  };
}

/**
 * Where the made part's corner lies in a pane that shows `place` in its middle, px of the screen, on
 * whole px of the device: between two of them nothing is seen at its true size.
 */
export function cornerIn(pane: Size, place: Place, found: Whole, dense: number): Place {
  const whole = (px: number) => Math.round(px * dense) / dense;
  return {
    x: whole(pane.width / 2 + (found.x - place.x * found.printed_width) / dense),
    y: whole(pane.height / 2 + (found.y - place.y * found.printed_height) / dense),
  };
}

/** Columns and rows for so many panes side by side. */
export function panes(count: number, room: Size, gap: number): { columns: number; pane: Size } {
  const columns = room.width < 560 ? 1 : count <= 3 ? count : count === 4 ? 2 : 3;
  const rows = Math.ceil(count / columns);
  const side = (all: number, number: number) => Math.max(0, Math.floor((all - gap * (number - 1)) / number));
  return { columns, pane: { width: side(room.width, columns), height: side(room.height, rows) } };
}
