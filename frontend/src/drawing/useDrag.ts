// One drag for all hands: the main button or one finger, called off by the system or by Escape.
import { useEffect, useRef, type PointerEvent } from "react";

export interface Hands<Start, Of> {
  /** What a drag begins with; null where there is nothing to drag. `of` says what was taken. */
  begin: (event: PointerEvent, of: Of) => Start | null;
  move: (start: Start, event: PointerEvent) => void;
  end: (start: Start, event: PointerEvent) => void;
  /** Everything is as it was before. */
  cancel: (start: Start) => void;
}

export interface Handlers {
  onPointerDown: (event: PointerEvent) => void;
  onPointerMove: (event: PointerEvent) => void;
  onPointerUp: (event: PointerEvent) => void;
  onPointerCancel: (event: PointerEvent) => void;
  onLostPointerCapture: (event: PointerEvent) => void;
}

/** Handlers for what can be dragged; with `of` where one hand drags many things. */
export function useDrag<Start, Of = void>(hands: Hands<Start, Of>): (of: Of) => Handlers {
  const held = useRef<{ pointer: number; start: Start } | null>(null);
  const now = useRef(hands);
  useEffect(() => {
    now.current = hands;
  });

  const letGo = (pointer?: number) => {
    const taken = held.current;
    if (!taken || (pointer !== undefined && taken.pointer !== pointer)) return null;
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

  return (of) => ({
    onPointerDown: (event) => {
      if (event.button !== 0 || held.current) return;
      const start = hands.begin(event, of);
      if (start === null) return;
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = { pointer: event.pointerId, start };
    },
    onPointerMove: (event) => {
      if (held.current?.pointer === event.pointerId) hands.move(held.current.start, event);
    },
    onPointerUp: (event) => {
      const taken = letGo(event.pointerId);
      if (taken) hands.end(taken.start, event);
    },
    onPointerCancel: (event) => {
      const taken = letGo(event.pointerId);
      if (taken) hands.cancel(taken.start);
    },
    // The element was taken away, or something else took the pointer.
    onLostPointerCapture: (event) => {
      const taken = letGo(event.pointerId);
      if (taken) hands.cancel(taken.start);
    },
  });
}
