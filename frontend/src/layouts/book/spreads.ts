// Changes to what lies on the spreads of a book, each a new list: the request in hand takes it as one step.
import type { BookBox, BookSpread } from "../../api/types";

export type Spreads = readonly BookSpread[];

/** The spreads in hand: the document's own, or the first layout's as long as nothing was moved. */
export const spreadsInHand = (
  request: { spreads: BookSpread[] | null },
  page: { spreads: BookSpread[] },
): BookSpread[] => request.spreads ?? page.spreads;

/** Where a box stands in the document. */
export interface BoxAt {
  spread: number;
  box: number;
}

/** Sides as the document has them. */
export interface Sides {
  x: string;
  y: string;
  width: string;
  height: string;
}

/** "spreads.3.boxes.1" */
export function placeOf(path: string): BoxAt {
  const [, spread, , box] = path.split(".");
  return { spread: Number(spread), box: Number(box) };
}

export const boxAt = (spreads: Spreads, at: BoxAt): BookBox | undefined => spreads[at.spread]?.boxes[at.box];

export const boxesOn = (spreads: Spreads, first: number): BookBox[] =>
  spreads.find(({ from }) => from === first)?.boxes ?? [];

/** Other boxes on the spread that begins with a page; spreads stay in their order, and are gone when nothing is left. */
export function withBoxes(spreads: Spreads, first: number, boxes: BookBox[]): BookSpread[] {
  const others = spreads.filter(({ from }) => from !== first);
  const all = boxes.length ? [...others, { from: first, boxes }] : others;
  return all.sort((one, other) => one.from - other.from);
}

export function withBox(spreads: Spreads, at: BoxAt, change: Partial<BookBox>): BookSpread[] {
  return spreads.map((spread, number) =>
    number === at.spread
      ? {
          ...spread,
          boxes: spread.boxes.map((box, index) => (index === at.box ? { ...box, ...change } : box)),
        }
      : spread,
  );
}

export function withoutBox(spreads: Spreads, at: BoxAt): BookSpread[] {
  const spread = spreads[at.spread];
  if (!spread) return [...spreads];
  return withBoxes(
    spreads,
    spread.from,
    spread.boxes.filter((_, index) => index !== at.box),
  );
}

/** A box moved to the spread that begins with a page, at the place that it had, or at another. */
export function movedTo(spreads: Spreads, at: BoxAt, first: number, sides: Sides): BookSpread[] {
  const box = boxAt(spreads, at);
  if (!box) return [...spreads];
  const left = withoutBox(spreads, at);
  return withBoxes(left, first, [...boxesOn(left, first), { ...box, ...sides }]);
}

/** A picture in a box; where it lay in another, that one takes the picture that was here. */
export function withPicture(spreads: Spreads, at: BoxAt, plan: number): BookSpread[] {
  const before = boxAt(spreads, at)?.plan ?? null;
  return spreads.map((spread, number) => ({
    ...spread,
    boxes: spread.boxes.map((box, index) => {
      if (number === at.spread && index === at.box) return { ...box, plan };
      return box.plan === plan && before !== null ? { ...box, plan: before } : box;
    }),
  }));
}

/** The pictures of a spread in the boxes of an arrangement, in their order; its texts stay. */
export function arranged(spreads: Spreads, first: number, sides: readonly Sides[]): BookSpread[] {
  const boxes = boxesOn(spreads, first);
  let taken = 0;
  return withBoxes(
    spreads,
    first,
    boxes.map((box) => (box.plan === null ? box : { ...box, ...sides[taken++] })),
  );
}
