import { useState } from "react";
import type { Fix } from "../designs/fix";
import { useDesignDrag } from "../designs/useDesignDrag";
import { useLayoutStore } from "./layoutStore";
import { moved, type PictureView, type Share } from "./pictureView";

/** What is dragged: where it is, and the change that puts it elsewhere. */
export interface Marked {
  at: Share;
  put: (to: Share) => Fix;
}

/** One hand for all marks on a picture; `held` is where it is while it drags, for a magnified view. */
export function useMarkDrag(view: PictureView) {
  const change = useLayoutStore((store) => store.change);
  const [held, setHeld] = useState<Share | null>(null);
  const drag = useDesignDrag(useLayoutStore, {
    begin: (event, of: Marked) => {
      setHeld(of.at);
      return { x: event.clientX, y: event.clientY, of };
    },
    move: ({ x, y, of }, event) => {
      const to = moved(view, of.at, event.clientX - x, event.clientY - y);
      setHeld(to);
      change(of.put(to), true);
    },
  });
  /** Handlers for a mark; whatever ends the drag takes the magnified view away. */
  const handlers = (of: Marked) => {
    const own = drag(of);
    const after =
      <Event>(run: (event: Event) => void) =>
      (event: Event) => {
        run(event);
        setHeld(null);
      };
    return {
      ...own,
      onPointerUp: after(own.onPointerUp),
      onPointerCancel: after(own.onPointerCancel),
      onLostPointerCapture: after(own.onLostPointerCapture),
    };
  };
  const step = (of: Marked) => (by: Share) =>
    change(of.put(moved(view, of.at, by[0] * view.box[2], by[1] * view.box[3])));
  return { held, handlers, step };
}
