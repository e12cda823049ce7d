// The rail's ruler: distances fall on it by their logarithm, as steps of equal effect.
import type { Unit } from "../api/types";

export const NEAREST_MM = 100;
export const FARTHEST_MM = 8000;
const SPAN = Math.log(FARTHEST_MM / NEAREST_MM);

/** Where a distance lies on the rail, 0 to 1. */
export function shareOf(mm: number): number {
  const within = Math.min(FARTHEST_MM, Math.max(NEAREST_MM, mm));
  return Math.log(within / NEAREST_MM) / SPAN;
}

/** The distance, mm, at a share of the rail. */
export function distanceAt(share: number): number {
  return NEAREST_MM * Math.exp(Math.min(1, Math.max(0, share)) * SPAN);
}

/** A distance as it is set by dragging: to a sensible step, with its unit. */
export function draggedLength(mm: number, unit: Unit): string {
  if (unit === "in") {
    const inches = mm / 25.4;
    return `${inches < 20 ? Math.round(inches * 2) / 2 : Math.round(inches)} in`;
  }
  return mm < 1000 ? `${Math.round(mm / 10)} cm` : `${Math.round(mm / 50) / 20} m`;
}

const FOOT = 304.8;
const METRIC = [
  [100, "10 cm"], [200, "20"], [300, "30"], [500, "50"], [1000, "1 m"], [1500, "1.5"], [2000, "2"],
  [3000, "3"], [5000, "5"], [8000, "8 m"],
] as const; // prettier-ignore
const IMPERIAL = [
  [101.6, "4 in"], [203.2, "8"], [FOOT, "1 ft"], [1.5 * FOOT, "1½"], [2 * FOOT, "2"], [3 * FOOT, "3"],
  [5 * FOOT, "5"], [10 * FOOT, "10"], [20 * FOOT, "20 ft"],
] as const; // prettier-ignore

/** The ruler's ticks as [mm, label]. */
export function ticks(unit: Unit): readonly (readonly [number, string])[] {
  return unit === "in" ? IMPERIAL : METRIC;
}
