// What can be taken hold of at an edge, as the server says it, with the length that the hand has given it meanwhile.
import type { Plan, Unit, Worksheet } from "../api/types";
import type { Fix } from "../designs/fix";
import { mmOf } from "../drawing/typedLength";

export const SIDES = ["left", "top", "right", "bottom"] as const;

export type Grip = Worksheet["grips"][number];

/** The grips as the plan in hand has them; none of a field that it has no more, as after another kind was taken. */
export function gripsInHand(grips: readonly Grip[], plan: Plan): Grip[] {
  return grips.flatMap((grip) => {
    const typed = valueAt(plan, grip.fields[0] ?? "");
    // A side without a length of its own has the one of all.
    if (typed === grip.typed || typed === null) return [grip];
    return typeof typed === "string" ? [{ ...grip, typed, mm: mmOf(typed) ?? grip.mm }] : [];
  });
}

/** The change that makes the length of a grip another one. */
export const gripped = (grip: Grip, typed: string): Fix =>
  Object.fromEntries(grip.fields.map((field) => [field, typed]));

function valueAt(plan: Plan, path: string): unknown {
  let part: unknown = plan;
  for (const name of path.split(".")) part = (part as Record<string, unknown> | null | undefined)?.[name];
  return part;
}

/** A length as it is set by dragging: millimetres, half millimetres in cm, eighths of an inch. */
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
