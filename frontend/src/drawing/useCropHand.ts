import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from "react";
import { anchorOf, draggedAnchor, enlarged, type Pair, type Placed } from "./placement";

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
  const start = useRef<{ x: number; y: number; anchor: Pair; placed: Placed } | null>(null);
  const before = useRef<Crop | null>(null);
  const fingers = useRef(new Map<number, Pair>());
  const pinch = useRef<{ apart: number; zoom: number } | null>(null);

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

  const apart = () => {
    const [one, two] = [...fingers.current.values()];
    return one && two ? Math.hypot(one[0] - two[0], one[1] - two[1]) : 0;
  };
  const lift = (event: PointerEvent) => {
    fingers.current.delete(event.pointerId);
    if (fingers.current.size < 2) pinch.current = null;
    if (!start.current) return;
    start.current = null;
    before.current = null;
    setDragging(false);
    settle();
  };

  /** A hand that is called off leaves no trace. */
  const callOff = () => {
    const crop = before.current;
    fingers.current.clear();
    pinch.current = null;
    start.current = null;
    before.current = null;
    setDragging(false);
    if (!crop) return;
    if (props.back) props.back();
    else put(crop, true);
  };
  const off = useRef(callOff);
  useLayoutEffect(() => {
    off.current = callOff;
  });
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (event.key !== "Escape" || !start.current) return;
      event.preventDefault();
      event.stopPropagation();
      off.current();
    };
    window.addEventListener("keydown", onKey, { capture: true });
    return () => window.removeEventListener("keydown", onKey, { capture: true });
  }, []);

  if (!active) return { dragging: false, handlers: {} };
  return {
    dragging,
    handlers: {
      onPointerDown: (event: PointerEvent<SVGElement>) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        fingers.current.set(event.pointerId, [event.clientX, event.clientY]);
        if (fingers.current.size === 2) pinch.current = { apart: apart(), zoom };
        if (!before.current) {
          before.current = { anchor: anchorOf(now), zoom };
          props.begin?.();
        }
        start.current = { x: event.clientX, y: event.clientY, anchor: anchorOf(now), placed: now };
        setDragging(true);
      },
      onPointerMove: (event: PointerEvent<SVGElement>) => {
        const from = start.current;
        if (!from) return;
        fingers.current.set(event.pointerId, [event.clientX, event.clientY]);
        if (pinch.current && fingers.current.size === 2) {
          const [one, two] = [...fingers.current.values()] as [Pair, Pair];
          const at = props.at({ clientX: (one[0] + two[0]) / 2, clientY: (one[1] + two[1]) / 2 });
          closer(((apart() / pinch.current.apart) * pinch.current.zoom) / zoom, at, true);
          return;
        }
        const by = [(event.clientX - from.x) / scale, (event.clientY - from.y) / scale] as const;
        put({ anchor: draggedAnchor(from.placed, from.anchor, by[0], by[1]), zoom }, true);
      },
      onPointerUp: lift,
      onPointerCancel: callOff,
      onKeyDown: (event: KeyboardEvent<SVGElement>) => {
        const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
        const { image } = now;
        const middle: Pair = [image[0] + image[2] / 2, image[1] + image[3] / 2];
        if (event.key === "+" || event.key === "=") closer(CLOSER, middle, false);
        else if (event.key === "-" || event.key === "−") closer(1 / CLOSER, middle, false);
        else if (way) {
          const by = event.shiftKey ? SHOVE : NUDGE;
          const [x, y] = anchorOf(now);
          const to = (value: number, sign: number) => Math.min(1, Math.max(0, Math.round((value + sign * by) * 1e4) / 1e4));
          put({ anchor: [to(x, way[0] ?? 0), to(y, way[1] ?? 0)], zoom }, false);
        } else return;
        event.preventDefault();
        event.stopPropagation();
      },
    },
  };
}
