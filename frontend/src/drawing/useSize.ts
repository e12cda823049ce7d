import { useLayoutEffect, useRef, useState } from "react";

/** The size of an element on screen, px, as it changes. */
export function useSize<T extends HTMLElement>() {
  const element = useRef<T>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const node = element.current;
    if (!node) return;
    const measure = () => setSize({ width: node.clientWidth, height: node.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(node);
    return () => observer.disconnect();
  }, []);
  return { element, ...size };
}
