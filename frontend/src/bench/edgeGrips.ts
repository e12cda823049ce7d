// What can be taken hold of at an edge: where each grip is, which length it changes, and how.
import type { BoxMm, Plan, Unit, Worksheet } from "../api/types";
import type { Fix } from "../designs/fix";
import { mmOf } from "../drawing/typedLength";

export const SIDES = ["left", "top", "right", "bottom"] as const;
export type Side = (typeof SIDES)[number];
type Edge = Plan["edge"];
type Of<Kind extends Edge["kind"]> = Extract<Edge, { kind: Kind }>;
type Boxes = Worksheet["drawing"]["boxes"];

export interface Grip {
  id: string;
  label: string;
  /** Whether it moves to the left and right. */
  flat: boolean;
  /** Its place, mm of the document. */
  at: readonly [number, number];
  /** The length it changes, as the plan has it and in mm, and the most mm it may become. */
  typed: string;
  mm: number;
  most: number;
  /** How many mm longer it gets for each mm to the right or down. */
  by: number;
  fix: (typed: string) => Fix;
}

/** The grips of an edge; none where there is nothing to be dragged. `image` is where the hand has it. */
export function gripsOf(edge: Edge, boxes: Boxes, image: BoxMm): Grip[] {
  const trim = boxes.trim ?? boxes.document;
  if (edge.kind === "border") return borderGrips(edge, trim, image);
  if (edge.kind === "mat") return boxes.opening ? matGrips(edge, boxes.opening, trim) : [];
  if (edge.kind === "bleed") return bleedGrips(edge, boxes.content ?? boxes.document, trim);
  if (edge.kind === "wrap" && boxes.fold && boxes.fold_back)
    return wrapGrips(edge, boxes.fold, boxes.fold_back, boxes.content ?? boxes.document);
  return [];
}

function borderGrips(edge: Of<"border">, trim: BoxMm, image: BoxMm): Grip[] {
  const wide = gaps(trim, image);
  return SIDES.map((side) => ({
    ...placed(image, side),
    id: side,
    label: `Border at the ${side}`,
    typed: edge[side],
    mm: wide[side],
    most: Math.max(0, (isFlat(side) ? trim[2] : trim[3]) / 2 - 5),
    by: inwards(side),
    fix: (typed) => Object.fromEntries(widthsAfter(edge, side).map((name) => [`edge.${name}`, typed])),
  }));
}

/** The opening stays in the middle of the sheet: each side that is dragged moves the other as far. */
function matGrips(edge: Of<"mat">, opening: BoxMm, trim: BoxMm): Grip[] {
  return SIDES.map((side) => {
    const name = isFlat(side) ? ("width" as const) : ("height" as const);
    return {
      ...placed(opening, side),
      id: side,
      label: `The opening's ${name}, at the ${side}`,
      typed: edge[`opening_${name}`],
      mm: isFlat(side) ? opening[2] : opening[3],
      most: isFlat(side) ? trim[2] : trim[3],
      by: -2 * inwards(side),
      fix: (typed) => ({ [`edge.opening_${name}`]: typed }),
    };
  });
}

function bleedGrips(edge: Of<"bleed">, content: BoxMm, trim: BoxMm): Grip[] {
  const wide = gaps(content, trim);
  const single = SIDES.some((side) => edge[side] !== null);
  return SIDES.map((side) => ({
    ...placed(content, side),
    id: side,
    label: `Bleed at the ${side}`,
    typed: edge[side] ?? edge.bleed,
    mm: wide[side],
    most: Math.min(trim[2], trim[3]) / 2,
    by: -inwards(side),
    fix: (typed) => ({ [single ? `edge.${side}` : "edge.bleed"]: typed }),
  }));
}

/** Depth and turn are the same all round; one grip each, apart from each other. */
function wrapGrips(edge: Of<"wrap">, fold: BoxMm, back: BoxMm, content: BoxMm): Grip[] {
  const most = Math.min(fold[2], fold[3]) / 2;
  const depth = gaps(back, fold).right;
  const grip = { most, by: 1 };
  return [
    {
      ...placed(back, "right"),
      ...grip,
      id: "depth",
      label: "Stretcher depth, on the drawing",
      typed: edge.depth,
      mm: depth,
      fix: (typed) => ({ "edge.depth": typed }),
    },
    {
      ...placed(content, "bottom"),
      ...grip,
      id: "turn",
      label: "Staple allowance, on the drawing",
      typed: edge.turn,
      mm: gaps(content, back).bottom,
      fix: (typed) => ({ "edge.turn": typed }),
    },
  ];
}

/** A grip as the hand has made its length, where the drawing is still of a moment ago. */
export const inHand = (grip: Grip): Grip => ({ ...grip, mm: mmOf(grip.typed) ?? grip.mm });

const isFlat = (side: Side) => side === "left" || side === "right";
const inwards = (side: Side) => (side === "left" || side === "top" ? 1 : -1);

/** Where the grip of a side of a box is, and which way it moves. */
function placed([x, y, w, h]: BoxMm, side: Side): Pick<Grip, "at" | "flat"> {
  const at = {
    left: [x, y + h / 2],
    top: [x + w / 2, y],
    right: [x + w, y + h / 2],
    bottom: [x + w / 2, y + h],
  } as const;
  return { at: at[side], flat: isFlat(side) };
}

/** How far an inner box lies from each side of an outer one, mm. */
function gaps(outer: BoxMm, inner: BoxMm): Record<Side, number> {
  return {
    left: inner[0] - outer[0],
    top: inner[1] - outer[1],
    right: outer[0] + outer[2] - inner[0] - inner[2],
    bottom: outer[1] + outer[3] - inner[1] - inner[3],
  };
}

/** The sides of a border that follow when one is dragged: all, while they are alike. */
export function widthsAfter(edge: Of<"border">, side: Side): readonly Side[] {
  const alike = SIDES.every((name) => edge[name] === edge.left);
  return alike ? SIDES : [side];
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
