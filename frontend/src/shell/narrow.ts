import { useEffect } from "react";

/** Where the bench scrolls as one page (bench.css): what stands beside a list elsewhere stands below it there. */
export const NARROW = "(max-width: 860px)";

/**
 * Brings a list's panel into view where it stands below the list, whenever it shows something else. `panel` is its
 * id, `shown` what it shows; null for nothing that somebody picked.
 */
export function useShownBelow(panel: string, shown: string | number | null) {
  useEffect(() => {
    if (shown !== null && window.matchMedia(NARROW).matches) document.getElementById(panel)?.scrollIntoView();
  }, [panel, shown]);
}
