// What a dragged border becomes: sensible steps, all sides together while they are alike.
import type { Plan, Unit } from "../api/types";

export const SIDES = ["left", "top", "right", "bottom"] as const;
export type Side = (typeof SIDES)[number];
type Border = Extract<NonNullable<Plan["edge"]>, { kind: "border" }>;

/** The sides that follow when one is dragged. */
export function widthsAfter(edge: Border, side: Side): readonly Side[] {
  const alike = SIDES.every((name) => edge[name] === edge.left);
  return alike ? SIDES : [side];
}

/** A width as it is set by dragging: millimetres, half millimetres in cm, eighths of an inch. */
export function draggedBorder(mm: number, unit: Unit): string {
  if (unit === "in") {
    const eighths = Math.round(mm / (25.4 / 8));
    const [whole, rest] = [Math.floor(eighths / 8), eighths % 8];
    if (!rest) return `${whole} in`;
    const step = rest % 4 === 0 ? 4 : rest % 2 === 0 ? 2 : 1;
    return `${whole ? `${whole} ` : ""}${rest / step}/${8 / step} in`;
  }
  return unit === "cm" ? `${Math.round(mm) / 10} cm` : `${Math.round(mm)} mm`;
}
