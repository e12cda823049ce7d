// Grips of an edge's lesser lengths: each a quarter along the lower side, apart from the large ones' middles.
import type { BoxMm, Drawing, Plan } from "../api/types";
import type { Grip } from "./edgeGrips";

type Edge = Plan["edge"];
type Of<Kind extends Edge["kind"]> = Extract<Edge, { kind: Kind }>;

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

/** How far a mat covers, a caption stands off, a safe area reaches. `image` is where the hand has it. */
export function lesserGrips(edge: Edge, drawing: Drawing, image: BoxMm): Grip[] {
  const { boxes } = drawing;
  const trim = boxes.trim ?? boxes.document;
  if (edge.kind === "mat" && boxes.opening)
    return [...ofMat(edge, boxes.opening, image, boxes.step ?? null), ...ofCard(edge, boxes.card ?? null)];
  if (edge.kind === "bleed" && boxes.safe) {
    const mm = bottom(trim) - bottom(boxes.safe);
    const most = Math.min(trim[2], trim[3]) / 2 - 1;
    return [lesser("safe", "Safe margin, on the drawing", edge.safe, below(boxes.safe, 0.25), mm, -1, most)];
  }
  const printed = drawing.pieces[0]?.printed;
  if (edge.kind === "border" && printed)
    return [...ofKeyline(edge, drawing, printed, trim), ...ofCaption(edge, drawing, printed, trim)];
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

/** A card that is not as large as the sheet lies about its middle: a side that is dragged moves the other. */
function ofCard(edge: Of<"mat">, card: BoxMm | null): Grip[] {
  if (!card || edge.card_width == null || edge.card_height == null) return [];
  const right = [card[0] + card[2], card[1] + card[3] * 0.25] as const;
  const wide = lesser(
    "card_width",
    "The card's width, on the drawing",
    edge.card_width,
    right,
    card[2],
    1,
    card[2] * 2,
  );
  const at = below(card, 0.9);
  const high = lesser(
    "card_height",
    "The card's height, on the drawing",
    edge.card_height,
    at,
    card[3],
    1,
    card[3] * 2,
  );
  return [
    { ...wide, by: 2, flat: true },
    { ...high, by: 2 },
  ];
}

function ofKeyline(edge: Of<"border">, drawing: Drawing, printed: BoxMm, trim: BoxMm): Grip[] {
  const lines = drawing.strokes.filter(
    (stroke) => stroke.kind === "keyline" && stroke.start[1] === stroke.end[1],
  );
  const line = lines.reduce<(typeof lines)[number] | null>(
    (low, one) => (low && low.start[1] > one.start[1] ? low : one),
    null,
  );
  if (!edge.keyline || !line) return [];
  const inner = line.start[1] - line.width / 2;
  const { gap, width } = edge.keyline;
  const room = Math.max(0, bottom(trim) - bottom(printed));
  const far = inner + line.width;
  return [
    lesser(
      "keyline.gap",
      "The keyline, on the drawing",
      gap,
      below(printed, 0.7, inner),
      inner - bottom(printed),
      1,
      room,
    ),
    lesser("keyline.width", "How wide the keyline is", width, below(printed, 0.9, far), line.width, 1, room),
  ];
}

function ofCaption(edge: Of<"border">, drawing: Drawing, printed: BoxMm, trim: BoxMm): Grip[] {
  const { caption } = edge;
  const label = drawing.labels[0];
  if (!caption || !label) return [];
  const [base, high] = [label.at[1], label.height];
  const under = caption.side === "bottom";
  const by = under ? 1 : -1;
  const room = Math.max(0, under ? bottom(trim) - bottom(printed) : printed[1] - trim[1]);
  // Its near side lies off the picture, its far side as much further as the letters are high.
  const [near, far] = under ? [base - high, base] : [base, base - high];
  const off = under ? near - bottom(printed) : printed[1] - near;
  return [
    lesser(
      "caption.offset",
      "The caption, on the drawing",
      caption.offset,
      below(printed, 0.25, near),
      off,
      by,
      room,
    ),
    lesser(
      "caption.height",
      "Its letters, on the drawing",
      caption.height,
      below(printed, 0.08, far),
      high,
      by,
      room,
    ),
  ];
}
