// The rail's ruler: distances fall on it by their logarithm, as steps of equal effect.
import type { Unit } from "../api/types";

/** From where to where words stand on the rail, px. */
export type Span = readonly [number, number];

/** Whether words would run into each other. */
export const meet = (one: Span, other: Span): boolean => one[0] < other[1] && other[0] < one[1];

export const NEAREST_MM = 100;
export const FARTHEST_MM = 8000;

/** Where a distance lies on the rail, 0 to 1; a deep room makes the rail longer. */
export function shareOf(mm: number, farthest = FARTHEST_MM): number {
  const within = Math.min(farthest, Math.max(NEAREST_MM, mm));
  return Math.log(within / NEAREST_MM) / Math.log(farthest / NEAREST_MM);
}

/** The distance, mm, at a share of the rail. */
export function distanceAt(share: number, farthest = FARTHEST_MM): number {
  return NEAREST_MM * Math.exp(Math.min(1, Math.max(0, share)) * Math.log(farthest / NEAREST_MM));
}

/** A step along the rail by a key: the finest that a dragged distance is set to. */
export function finestStep(mm: number, unit: Unit, sign: number): number {
  const inch = 25.4;
  const finer = sign < 0 ? mm - 1e-6 : mm + 1e-6;
  const step = unit === "in" ? (finer < 20 * inch ? inch / 2 : inch) : finer < 1000 ? 10 : 50;
  return (sign < 0 ? Math.ceil(mm / step - 1e-6) - 1 : Math.floor(mm / step + 1e-6) + 1) * step;
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
  [3000, "3"], [5000, "5"], [8000, "8 m"], [15_000, "15"], [30_000, "30"], [60_000, "60 m"],
] as const; // oxfmt-ignore
const IMPERIAL = [
  [101.6, "4 in"], [203.2, "8"], [FOOT, "1 ft"], [1.5 * FOOT, "1½"], [2 * FOOT, "2"], [3 * FOOT, "3"],
  [5 * FOOT, "5"], [10 * FOOT, "10"], [20 * FOOT, "20 ft"],
  [50 * FOOT, "50"], [100 * FOOT, "100"], [200 * FOOT, "200 ft"],
] as const; // oxfmt-ignore

/** The ruler's ticks as [mm, label], as far as the rail goes. */
export function ticks(unit: Unit, farthest = FARTHEST_MM): readonly (readonly [number, string])[] {
  return (unit === "in" ? IMPERIAL : METRIC).filter(([mm]) => mm <= farthest);
}
