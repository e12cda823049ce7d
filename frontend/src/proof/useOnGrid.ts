import { useLayoutEffect, useState, type RefObject } from "react";
import type { Place } from "./place";

/**
 * How far an element lies before the next whole px of the device, px of the screen: what stands above it
 * may be as high as a fraction, and between two px nothing is seen at its true size.
 */
export function useOnGrid(element: RefObject<HTMLElement | null>, dense: number): Place {
  const [off, setOff] = useState<Place>({ x: 0, y: 0 });
  useLayoutEffect(() => {
    const node = element.current;
    if (!node) return;
    const missing = (px: number) => (Math.ceil(px * dense - 1e-3) - px * dense) / dense;
    const measure = () => {
      const box = node.getBoundingClientRect();
      const x = missing(box.left + window.scrollX + node.clientLeft);
      const y = missing(box.top + window.scrollY + node.clientTop);
      setOff((before) => (before.x === x && before.y === y ? before : { x, y }));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(node);
    return () => observer.disconnect();
  }, [element, dense]);
  return off;
}
