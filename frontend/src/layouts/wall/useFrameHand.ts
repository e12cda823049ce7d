// The hand on a frame: it catches at the others, and nothing but it moves while it is held.
import { asTyped, handStep, mmOf } from "../../drawing/typedLength";
import { useState, type KeyboardEvent, type PointerEvent } from "react";
import type { PanelsRequest, Unit, WallDrawn } from "../../api/types";
import type { Fix } from "../../designs/fix";
import { arrowBy } from "../../drawing/arrowBy";
import type { View } from "../../drawing/placement";
import { useDrag } from "../../drawing/useDrag";
import { useLayoutStore } from "../layoutStore";
import { caught, type Spot } from "./snap";

/** px within which a frame catches. */
const REACH = 7;
/** px that a hand moves before it means to. */
const MEANT = 3;

type Place = [number, number];

interface Taken {
  x: number;
  y: number;
  number: number;
  spots: Spot[];
  before: PanelsRequest;
  view: View;
  /** Where all were when this one lay over no other at last; null until it was moved. */
  good: Place[] | null;
}

interface Held {
  number: number;
  /** Where all are, mm from the upper left corner of all at the beginning; the one in the hand where the hand is. */
  places: Place[];
  /** Where the upper left corner of all is now. */
  corner: Place;
  /** Whether the one in the hand lies over another, where it cannot stay. */
  over: boolean;
  /** The view in which it was taken. */
  view: View;
}

const NO_LINES = { across: [] as number[], down: [] as number[] };

export function useFrameHand(props: { request: PanelsRequest; wall: WallDrawn; view: View; unit: Unit }) {
  const { request, wall, view, unit } = props;
  const { change, putBack, settle } = useLayoutStore.getState();
  const [held, setHeld] = useState<Held | null>(null);
  const [lines, setLines] = useState(NO_LINES);
  const letGo = () => {
    setHeld(null);
    setLines(NO_LINES);
  };
  const handlers = useDrag<Taken, number>({
    begin: (event, number) => ({
      x: event.clientX,
      y: event.clientY,
      number,
      spots: wall.pieces.map(({ box }): Spot => box),
      before: request,
      view,
      good: null,
    }),
    move: (taken, event) => {
      if (!taken.good && Math.hypot(event.clientX - taken.x, event.clientY - taken.y) < MEANT) return;
      const place = underHand(taken, event, handStep(unit));
      const places = taken.spots.map(([x, y], index): Place =>
        index === taken.number ? [place.x, place.y] : [x, y],
      );
      const over = liesOver(taken.spots, taken.number, place);
      taken.good ??= taken.spots.map(([x, y]): Place => [x, y]);
      if (!over) taken.good = places;
      setHeld({ number: taken.number, places, corner: corner(taken.good), over, view: taken.view });
      setLines({ across: place.across, down: place.down });
      if (!over) change(asFix(places, unit), true);
    },
    end: (taken) => {
      if (taken.good) {
        change(asFix(taken.good, unit));
        settle();
      }
      letGo();
    },
    cancel: (taken) => {
      putBack(taken.before);
      letGo();
    },
  });
  const onKey = (number: number, event: KeyboardEvent) => {
    const by = arrowBy(event, handStep(unit) * (event.shiftKey ? 10 : 1));
    if (!by) return;
    event.preventDefault();
    const places = placesIn(useLayoutStore.getState().document, wall).map(([x, y], index): Place =>
      index === number ? [x + by[0], y + by[1]] : [x, y],
    );
    change(asFix(places, unit));
  };
  return { handlers, onKey, held, lines };
}

function underHand(taken: Taken, event: PointerEvent, step: number) {
  const [x, y, w, h] = taken.spots[taken.number] ?? [0, 0, 1, 1];
  const { scale } = taken.view;
  const to: Spot = [x + (event.clientX - taken.x) / scale, y + (event.clientY - taken.y) / scale, w, h];
  const others = taken.spots.filter((_, index) => index !== taken.number);
  return caught(to, others, REACH / scale, step);
}

const corner = (places: readonly Place[]): Place => [
  Math.min(...places.map(([x]) => x)),
  Math.min(...places.map(([, y]) => y)),
];

/** Frames at their places, mm from anywhere, as a change: counted from their own upper left corner. */
function asFix(places: readonly Place[], unit: Unit): Fix {
  const [left, top] = corner(places);
  return Object.fromEntries(
    places.flatMap(([x, y], index) => [
      [`frames.${index}.x`, asTyped(x - left, unit)],
      [`frames.${index}.y`, asTyped(y - top, unit)],
    ]),
  );
}

/** Whether a frame at this place lies over another. */
function liesOver(spots: readonly Spot[], number: number, place: { x: number; y: number }): boolean {
  const own = spots[number];
  return spots.some(
    ([x, y, w, h], index) =>
      own &&
      index !== number &&
      place.x < x + w &&
      x < place.x + own[2] &&
      place.y < y + h &&
      y < place.y + own[3],
  );
}

/** Where the frames are by the request in hand, mm: answers come later than keys. As drawn where one was typed otherwise. */
function placesIn(request: unknown, wall: WallDrawn): Place[] {
  const frames = (request as PanelsRequest | null)?.frames ?? [];
  const typed = frames.map(({ x, y }): (number | null)[] => [mmOf(x), mmOf(y)]);
  if (typed.length === wall.pieces.length && typed.every(([x, y]) => x !== null && y !== null))
    return typed as Place[];
  return wall.pieces.map(({ box }): Place => [box[0], box[1]]);
}
