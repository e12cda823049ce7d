// Keep zones as they are drawn, moved and resized: always inside the picture, never of nothing.
import type { KeepZone } from "../api/types";

export type ZoneBox = Pick<KeepZone, "x" | "y" | "w" | "h">;
/** Which sides a handle moves: −1 the left or top one, 1 the right or bottom one, 0 none. */
export type Handle = readonly [-1 | 0 | 1, -1 | 0 | 1];

export const HANDLES: readonly Handle[] = [
  [-1, -1], [0, -1], [1, -1], [1, 0], [1, 1], [0, 1], [-1, 1], [-1, 0],
]; // oxfmt-ignore
/** The smallest zone, as a share of a side. */
export const LEAST = 0.01;

const tidy = (value: number) => Math.round(value * 1e4) / 1e4;
const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** The zone moved by shares of the picture's sides; it stops at the picture's edge. */
export function moved(zone: ZoneBox, dx: number, dy: number): ZoneBox {
  return {
    ...zone,
    x: tidy(within(zone.x + dx, 0, 1 - zone.w)),
    y: tidy(within(zone.y + dy, 0, 1 - zone.h)),
  };
}

/** The zone with the sides of a handle moved; a side stops before its opposite. */
export function resized(zone: ZoneBox, handle: Handle, dx: number, dy: number): ZoneBox {
  const along = (start: number, size: number, side: -1 | 0 | 1, by: number): [number, number] => {
    const end = start + size;
    if (side === 0) return [start, size];
    if (side === -1) {
      const from = tidy(within(start + by, 0, end - LEAST));
      return [from, tidy(end - from)];
    }
    return [start, tidy(within(end + by, start + LEAST, 1) - start)];
  };
  const [x, w] = along(zone.x, zone.w, handle[0], dx);
  const [y, h] = along(zone.y, zone.h, handle[1], dy);
  return { ...zone, x, y, w, h };
}

/** The zone between two points of the picture; null while it is too small to mean anything. */
export function between(from: readonly [number, number], to: readonly [number, number]): ZoneBox | null {
  const [ax, ay, bx, by] = [from[0], from[1], to[0], to[1]].map((value) => within(value, 0, 1)) as [
    number,
    number,
    number,
    number,
  ];
  const box = {
    x: tidy(Math.min(ax, bx)),
    y: tidy(Math.min(ay, by)),
    w: tidy(Math.abs(ax - bx)),
    h: tidy(Math.abs(ay - by)),
  };
  return box.w >= LEAST && box.h >= LEAST ? box : null;
}

/** A name that no zone has yet. */
export function freshName(names: string[]): string {
  let number = names.length + 1;
  while (names.includes(`zone ${number}`)) number += 1;
  return `zone ${number}`;
}
