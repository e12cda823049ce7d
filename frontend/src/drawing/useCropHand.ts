import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent, type RefObject } from "react";
import { anchorOf, draggedAnchor, enlarged, type Pair, type Placed } from "./placement";
import { useDrag } from "./useDrag";

const NUDGE = 0.01;
const SHOVE = 0.1;
const CLOSER = 1.1;
const WHEEL = 0.0016;
const MOST_ZOOM = 8;
const SETTLE_MS = 350;

/** How the crop lies: what every hand on it ends in. */
export interface Crop {
  anchor: Pair;
  zoom: number;
}

/** What a hand takes hold of: where, and how the picture lay. */
interface Taken {
  x: number;
  y: number;
  placed: Placed;
  before: Crop;
}

/**
 * The hand on a crop: drag, wheel, pinch and keys, the same on the bench and in a cell. `now` is the
 * picture as it lies on the screen, `scale` px a unit of its boxes, `at` where a pointer is in them.
 */
export function useCropHand(props: {
  element: RefObject<SVGElement | null>;
  now: Placed;
  zoom: number;
  scale: number;
  at: (event: { clientX: number; clientY: number }) => Pair;
  put: (crop: Crop, going: boolean) => void;
  settle: () => void;
  /** A hand takes hold; `back` gives back what there was then. */
  begin?: () => void;
  back?: () => void;
  /** Whether the picture is worked on at all; else it lies still and the page scrolls over it. */
  active?: boolean;
  /** Whether the wheel brings it closer, or scrolls the page. */
  wheels?: () => boolean;
}) {
  const { now, zoom, scale, put, settle, active = true } = props;
  const [dragging, setDragging] = useState(false);

  const closer = (times: number, at: Pair, going: boolean) => {
    if (now.mode === "contain") return;
    const to = Math.min(MOST_ZOOM, Math.max(1, Math.round(zoom * times * 1000) / 1000));
    if (to === zoom) return;
    put({ anchor: enlarged(now, to / zoom, at).anchor, zoom: to }, going);
  };

  // React's own wheel listener is passive and could not keep the page from scrolling.
  const wheel = useRef((event: WheelEvent) => void event);
  const later = useRef<number | undefined>(undefined);
  useLayoutEffect(() => {
    wheel.current = (event) => {
      if (!active || props.wheels?.() === false) return;
      event.preventDefault();
      closer(Math.exp(-event.deltaY * (event.ctrlKey ? 6 : 1) * WHEEL), props.at(event), true);
      window.clearTimeout(later.current);
      later.current = window.setTimeout(settle, SETTLE_MS);
    };
  });
  const { element } = props;
  useEffect(() => {
    const node = element.current;
    const onWheel = (event: Event) => wheel.current(event as WheelEvent);
    node?.addEventListener("wheel", onWheel, { passive: false });
    return () => node?.removeEventListener("wheel", onWheel);
  }, [element]);

  const drag = useDrag<Taken>({
    begin: (event) => {
      setDragging(true);
      props.begin?.();
      const anchor = anchorOf(now);
      return { x: event.clientX, y: event.clientY, placed: now, before: { anchor, zoom } };
    },
    move: ({ x, y, placed, before }, event) => {
      const by = [(event.clientX - x) / scale, (event.clientY - y) / scale] as const;
      put({ anchor: draggedAnchor(placed, before.anchor, by[0], by[1]), zoom }, true);
    },
    pinch: ({ before }, times, middle) => closer((times * before.zoom) / zoom, props.at(middle), true),
    end: () => {
      setDragging(false);
      settle();
    },
    // A hand that is called off leaves no trace.
    cancel: ({ before }) => {
      setDragging(false);
      if (props.back) props.back();
      else put(before, true);
    },
  });

  if (!active) return { dragging: false, handlers: {} };
  return {
    dragging,
    handlers: {
      ...drag(),
      onKeyDown: (event: KeyboardEvent<SVGElement>) => {
        const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
          event.key
        ];
        const { image } = now;
        const middle: Pair = [image[0] + image[2] / 2, image[1] + image[3] / 2];
        if (event.key === "+" || event.key === "=") closer(CLOSER, middle, false);
        else if (event.key === "-" || event.key === "−") closer(1 / CLOSER, middle, false);
        else if (way) {
          const by = event.shiftKey ? SHOVE : NUDGE;
          const [x, y] = anchorOf(now);
          const to = (value: number, sign: number) =>
            Math.min(1, Math.max(0, Math.round((value + sign * by) * 1e4) / 1e4));
          put({ anchor: [to(x, way[0] ?? 0), to(y, way[1] ?? 0)], zoom }, false);
        } else return;
        event.preventDefault();
        event.stopPropagation();
      },
    },
  };
}
