import { useEffect, useLayoutEffect, useRef } from "react";

/** Listens for a page's own keys; typing in a field is left alone. `onKey` says whether it took the key. */
export function useKeys(onKey: (event: KeyboardEvent) => boolean) {
  // Set before the screen shows them: a key must never act on what was shown before.
  const latest = useRef(onKey);
  useLayoutEffect(() => {
    latest.current = onKey;
  });
  useEffect(() => {
    const heard = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest("input:not([type=range],[type=checkbox],[type=radio]), select, textarea, dialog"))
        return;
      if (latest.current(event)) event.preventDefault();
    };
    window.addEventListener("keydown", heard);
    return () => window.removeEventListener("keydown", heard);
  }, []);
}
