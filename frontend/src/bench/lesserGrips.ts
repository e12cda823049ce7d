// Grips of an edge's lesser lengths: each a quarter along the lower side, apart from the large ones' middles.
import type { BoxMm, Plan, Worksheet } from "../api/types";
import type { Grip } from "./edgeGrips";

type Edge = Plan["edge"];
type Of<Kind extends Edge["kind"]> = Extract<Edge, { kind: Kind }>;
type Boxes = Worksheet["drawing"]["boxes"];

const bottom = ([, y, , h]: BoxMm) => y + h;
/** A place on the lower side of a box, `share` of the way along it. */
const below = (box: BoxMm, share: number, y = bottom(box)) => [box[0] + box[2] * share, y] as const;

/** A length that reaches down or up from the lower side of something; `by` 1 where it grows downwards. */
function lesser(
  id: string,
  label: string,
  typed: string,
  at: Grip["at"],
  mm: number,
  by: 1 | -1,
  most: number,
): Grip {
  return { id, label, typed, at, mm, by, most, flat: false, fix: (length) => ({ [`edge.${id}`]: length }) };
}

/** How far the sheet lets a mat cover, a caption stand off, a safe area reach. `image` is where the hand has it. */
export function lesserGrips(edge: Edge, boxes: Boxes, image: BoxMm): Grip[] {
  if (edge.kind === "mat" && boxes.opening) return ofMat(edge, boxes.opening, image, boxes.step ?? null);
  if (edge.kind === "bleed" && boxes.safe) {
    const trim = boxes.trim ?? boxes.document;
    const mm = bottom(trim) - bottom(boxes.safe);
    const most = Math.min(trim[2], trim[3]) / 2 - 1;
    return [lesser("safe", "Safe margin, on the drawing", edge.safe, below(boxes.safe, 0.25), mm, -1, most)];
  }
  if (edge.kind === "border") return ofBorder(edge, boxes.trim ?? boxes.document, image);
  return [];
}

function ofMat(edge: Of<"mat">, opening: BoxMm, image: BoxMm, step: BoxMm | null): Grip[] {
  const most = Math.min(opening[2], opening[3]) / 2 - 1;
  const beyond = bottom(image) - bottom(opening);
  const found =
    edge.reveal == null
      ? [lesser("overlap", "Covered, on the drawing", edge.overlap, below(image, 0.25), beyond, 1, most)]
      : [
          lesser(
            "reveal",
            "Paper that shows, on the drawing",
            edge.reveal,
            below(image, 0.25),
            -beyond,
            -1,
            most,
          ),
        ];
  if (!edge.inner || !step) return found;
  const wide = bottom(step) - bottom(opening);
  const grip = lesser(
    "inner.step",
    "The step, on the drawing",
    edge.inner.step,
    below(step, 0.75),
    wide,
    1,
    most,
  );
  return [...found, grip];
}

function ofBorder(edge: Of<"border">, trim: BoxMm, image: BoxMm): Grip[] {
  const found: Grip[] = [];
  const room = Math.max(0, bottom(trim) - bottom(image));
  if (edge.keyline) {
    const line = edge.keyline;
    const mm = lengthMm(line.gap);
    if (mm !== null)
      found.push(
        lesser(
          "keyline.gap",
          "The keyline, on the drawing",
          line.gap,
          below(image, 0.75, bottom(image) + mm),
          mm,
          1,
          room,
        ),
      );
  }
  const { caption } = edge;
  const mm = caption?.text.trim() ? lengthMm(caption.offset) : null;
  if (caption && mm !== null) {
    const under = caption.side === "bottom";
    const y = under ? bottom(image) + mm : image[1] - mm;
    const most = under ? room : Math.max(0, image[1] - trim[1]);
    const at = below(image, 0.25, y);
    found.push(
      lesser("caption.offset", "The caption, on the drawing", caption.offset, at, mm, under ? 1 : -1, most),
    );
  }
  return found;
}

const MM: Record<string, number> = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8, pt: 25.4 / 72 };

/**
 * Where a grip stands that no box of the drawing tells: a plain length in mm. One typed in another way (a mixed
 * fraction) has no grip; it is typed in the worksheet. No figure comes of it.
 */
export function lengthMm(typed: string): number | null {
  const read = /^([\d.,]+)\s*(mm|cm|m|in|ft|pt)$/.exec(typed.trim());
  const value = read ? Number((read[1] ?? "").replace(",", ".")) : NaN;
  return Number.isFinite(value) ? value * (MM[read?.[2] ?? ""] ?? NaN) : null;
}
