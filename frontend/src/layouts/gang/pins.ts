// Pieces that are held where a hand has put them.
import { asTyped, mmOf } from "../../drawing/typedLength";
import type { GangPieceDrawn, GangRequest, Unit } from "../../api/types";

export type Pinned = GangRequest["fixed"][number];

const same = (pin: Pinned, piece: Pick<GangPieceDrawn, "plan" | "copy">) =>
  pin.plan === piece.plan && pin.copy === piece.copy;

/** The request's pins with this piece held at x, y (mm of its sheet), in its turn. */
export function pinned(
  fixed: readonly Pinned[],
  piece: GangPieceDrawn,
  at: { x: number; y: number; turn?: 0 | 90; sheet?: number },
  unit: Unit,
): Pinned[] {
  const pin: Pinned = {
    plan: piece.plan,
    copy: piece.copy,
    x: asTyped(Math.max(0, at.x), unit),
    y: asTyped(Math.max(0, at.y), unit),
    turn: at.turn ?? piece.turn,
    sheet: at.sheet ?? piece.sheet,
  };
  return [...fixed.filter((one) => !same(one, piece)), pin];
}

/** The request's pins without this piece's. */
export const unpinned = (fixed: readonly Pinned[], piece: GangPieceDrawn): Pinned[] =>
  fixed.filter((one) => !same(one, piece));

/** The pins after a piece was turned by 90 degrees where it lies, held there. */
export const turnedPin = (fixed: readonly Pinned[], piece: GangPieceDrawn, unit: Unit): Pinned[] =>
  pinned(fixed, piece, { x: piece.box[0], y: piece.box[1], turn: piece.turn === 0 ? 90 : 0 }, unit);

/** Where a piece lies by the request in hand, mm: answers come later than keys. As drawn where nothing holds it. */
export function placeOf(fixed: readonly Pinned[], piece: GangPieceDrawn): { x: number; y: number } {
  const pin = fixed.find((one) => same(one, piece));
  return { x: mmOf(pin?.x ?? null) ?? piece.box[0], y: mmOf(pin?.y ?? null) ?? piece.box[1] };
}

/**
 * The pieces of a sheet in an order that no answer changes. Their numbers follow the cutting and change while one is
 * dragged; an element that is moved among its siblings loses the hand that holds it.
 */
export const inPlace = (pieces: readonly GangPieceDrawn[], sheet: number): GangPieceDrawn[] =>
  pieces
    .filter((piece) => piece.sheet === sheet)
    .sort((one, other) => one.plan - other.plan || one.copy - other.copy);
