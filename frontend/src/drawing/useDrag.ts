// One drag for all hands: the main button or a finger, two where they pinch, called off by the system or
// by Escape.
import { useEffect, useRef, type PointerEvent } from "react";

export interface Hands<Start, Of> {
  /** What a drag begins with; null where there is nothing to drag. `of` says what was taken. */
  begin: (event: PointerEvent, of: Of) => Start | null;
  move: (start: Start, event: PointerEvent) => void;
  end: (start: Start, event: PointerEvent) => void;
  /** Everything is as it was before. */
  cancel: (start: Start) => void;
  /**
   * A second finger has joined: they are `times` as far apart as when it did, about `middle`. Without
   * it, a second finger is none of the hand's.
   */
  pinch?: (start: Start, times: number, middle: Place) => void;
}

export interface Place {
  clientX: number;
  clientY: number;
}

export interface Handlers {
  onPointerDown: (event: PointerEvent) => void;
  onPointerMove: (event: PointerEvent) => void;
  onPointerUp: (event: PointerEvent) => void;
  onPointerCancel: (event: PointerEvent) => void;
  onLostPointerCapture: (event: PointerEvent) => void;
}

interface Held<Start> {
  start: Start;
  fingers: Map<number, Place>;
  /** How far apart two fingers were at first, px. */
  apart: number;
}

/** Handlers for what can be dragged; with `of` where one hand drags many things. */
export function useDrag<Start, Of = void>(hands: Hands<Start, Of>): (of: Of) => Handlers {
  const held = useRef<Held<Start> | null>(null);
  const now = useRef(hands);
  useEffect(() => {
    now.current = hands;
  });

  /** What is held by this pointer, or by any; it is held no more. */
  const letGo = (pointer?: number) => {
    const taken = held.current;
    if (!taken || (pointer !== undefined && !taken.fingers.has(pointer))) return null;
    held.current = null;
    return taken;
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "Escape") return;
      const taken = letGo();
      if (!taken) return;
      // Escape calls off the drag and nothing else.
      event.preventDefault();
      event.stopPropagation();
      now.current.cancel(taken.start);
    };
    window.addEventListener("keydown", onKey, { capture: true });
    return () => window.removeEventListener("keydown", onKey, { capture: true });
  }, []);

  const take = (event: PointerEvent, taken: Held<Start>) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    taken.fingers.set(event.pointerId, placeOf(event));
    taken.apart = apart(taken.fingers);
  };
  const callOff = (event: PointerEvent) => {
    const taken = letGo(event.pointerId);
    if (taken) hands.cancel(taken.start);
  };

  return (of) => ({
    onPointerDown: (event) => {
      if (event.button !== 0) return;
      if (held.current) {
        if (hands.pinch && held.current.fingers.size === 1) take(event, held.current);
        return;
      }
      const start = hands.begin(event, of);
      if (start === null) return;
      held.current = { start, fingers: new Map(), apart: 0 };
      take(event, held.current);
    },
    onPointerMove: (event) => {
      const taken = held.current;
      if (!taken?.fingers.has(event.pointerId)) return;
      taken.fingers.set(event.pointerId, placeOf(event));
      if (taken.fingers.size === 1) hands.move(taken.start, event);
      else hands.pinch?.(taken.start, apart(taken.fingers) / (taken.apart || 1), middle(taken.fingers));
    },
    // Of two fingers, the first that is lifted ends it: what the other does then was not meant.
    onPointerUp: (event) => {
      const taken = letGo(event.pointerId);
      if (taken) hands.end(taken.start, event);
    },
    onPointerCancel: callOff,
    // The element was taken away, or something else took the pointer.
    onLostPointerCapture: callOff,
  });
}

const placeOf = ({ clientX, clientY }: PointerEvent): Place => ({ clientX, clientY });

function apart(fingers: Map<number, Place>): number {
  const [one, two] = [...fingers.values()];
  return one && two ? Math.hypot(one.clientX - two.clientX, one.clientY - two.clientY) : 0;
}

function middle(fingers: Map<number, Place>): Place {
  const all = [...fingers.values()];
  const mean = (numbers: number[]) => numbers.reduce((sum, one) => sum + one, 0) / numbers.length;
  return { clientX: mean(all.map((one) => one.clientX)), clientY: mean(all.map((one) => one.clientY)) };
}
