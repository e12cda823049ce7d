// The hand on a frame: it catches at the others, and nothing but it moves while it is held.
import { useState, type KeyboardEvent, type PointerEvent } from "react";
import type { PanelsWish, Unit, WallDrawn } from "../../api/types";
import type { Fix } from "../../designs/fix";
import { arrowBy } from "../../drawing/arrowBy";
import { useDrag } from "../../drawing/useDrag";
import type { View } from "../../drawing/placement";
import { useLayoutStore } from "../layoutStore";
import { caught, type Spot } from "./snap";
import { asTyped, handStep, mmOf } from "./wallView";

/** px within which a frame catches. */
const REACH = 7;
/** While a frame is held all are counted from so far left and above, mm: a length is never less than nothing. */
const PUSH = 4000;

type Place = [number, number];

interface Taken {
  x: number;
  y: number;
  number: number;
  spots: Spot[];
  before: PanelsWish;
}

interface Held {
  /** Where the upper left corner of all was counted from when the frame was taken. */
  origin: Place;
  /** The view in which it was taken. */
  view: View;
}

const NO_LINES = { across: [] as number[], down: [] as number[] };

export function useFrameHand(props: { wish: PanelsWish; wall: WallDrawn; view: View; unit: Unit }) {
  const { wish, wall, view, unit } = props;
  const { change, putBack, settle } = useLayoutStore.getState();
  const [held, setHeld] = useState<Held | null>(null);
  const [lines, setLines] = useState(NO_LINES);
  const spots = () => wall.pieces.map((piece) => [...piece.box] as unknown as Spot);

  const moved = (all: Spot[], number: number, to: Spot, reach: number) => {
    const others = all.filter((_, index) => index !== number);
    const place = caught(to, others, reach, handStep(unit));
    return {
      place,
      places: all.map(([x, y], index): Place => (index === number ? [place.x, place.y] : [x, y])),
    };
  };
  /** Frames at their places, mm from anywhere, as a change; counted from `from` on. */
  const asFix = (places: Place[], from: Place): Fix =>
    Object.fromEntries(
      places.flatMap(([x, y], index) => [
        [`frames.${index}.x`, asTyped(Math.max(0, x - from[0]), unit)],
        [`frames.${index}.y`, asTyped(Math.max(0, y - from[1]), unit)],
      ]),
    );
  const corner = (places: Place[]): Place => [
    Math.min(...places.map(([x]) => x)),
    Math.min(...places.map(([, y]) => y)),
  ];
  const at = (taken: Taken, event: PointerEvent) => {
    const [x, y, w, h] = taken.spots[taken.number] ?? [0, 0, 1, 1];
    const by = [(event.clientX - taken.x) / view.scale, (event.clientY - taken.y) / view.scale] as const;
    return moved(taken.spots, taken.number, [x + by[0], y + by[1], w, h], REACH / view.scale);
  };
  const letGo = () => {
    setHeld(null);
    setLines(NO_LINES);
  };
  const handlers = useDrag<Taken, number>({
    begin: (event, number) => ({ x: event.clientX, y: event.clientY, number, spots: spots(), before: wish }),
    move: (taken, event) => {
      if (!held && Math.hypot(event.clientX - taken.x, event.clientY - taken.y) < 3) return;
      if (!held) setHeld({ origin: [wall.origin[0], wall.origin[1]], view });
      const { place, places } = at(taken, event);
      setLines({ across: place.across, down: place.down });
      change(asFix(places, [-PUSH, -PUSH]), true);
    },
    end: (taken, event) => {
      if (held) {
        const { places } = at(taken, event);
        change(asFix(places, corner(places)));
        settle();
      }
      letGo();
    },
    cancel: (taken) => {
      putBack(taken.before);
      letGo();
    },
  });
  // What is drawn is counted from the upper left of all, which a hand may change: what has not been pushed yet lies
  // where it did, everything else is put back by as much as it was pushed.
  const pushed = held !== null && Math.abs(wall.origin[0] - held.origin[0]) > PUSH / 4;
  const off: Place = pushed ? [wall.origin[0] - PUSH, wall.origin[1] - PUSH] : [0, 0];
  const onKey = (number: number, event: KeyboardEvent) => {
    const by = arrowBy(event, handStep(unit) * (event.shiftKey ? 10 : 1));
    if (!by) return;
    event.preventDefault();
    const places = placesIn(useLayoutStore.getState().document, wall).map(([x, y], index): Place =>
      index === number ? [x + by[0], y + by[1]] : [x, y],
    );
    change(asFix(places, corner(places)));
  };
  return { handlers, onKey, view: held?.view ?? null, lines, off };
}

/** Where the frames are by the wish in hand, mm: answers come later than keys. As drawn where one was typed otherwise. */
function placesIn(wish: unknown, wall: WallDrawn): Place[] {
  const frames = (wish as PanelsWish | null)?.frames ?? [];
  const typed = frames.map(({ x, y }): (number | null)[] => [mmOf(x), mmOf(y)]);
  if (typed.length === wall.pieces.length && typed.every(([x, y]) => x !== null && y !== null))
    return typed as Place[];
  return wall.pieces.map(({ box }): Place => [box[0], box[1]]);
}
