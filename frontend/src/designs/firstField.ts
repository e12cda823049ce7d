import { useEffect } from "react";

const CURES = ["stop", "warn"].map(
  (level) => `#worksheet .finding[data-level=${level}] :is(button:not(.what-word), a)`,
);

/** The focus before the first field of the step, one Tab away: the next key of the rule types into nothing. */
export const toFirstField = () => document.getElementById("worksheet")?.focus({ preventScroll: true });

/** What cures the worst that is said of the step, where something does. */
function toCure(): boolean {
  const cure = CURES.map((place) => document.querySelector<HTMLElement>(place)).find(Boolean);
  cure?.focus();
  return Boolean(cure);
}

/**
 * Whoever opens a document stands before its first field, or `atCure` at what cures the worst of its step; who has
 * moved on already is left where he is.
 */
export function useFirstField(ready: boolean, atCure = false) {
  useEffect(() => {
    if (ready && document.activeElement === document.body && !(atCure && toCure())) toFirstField();
  }, [ready, atCure]);
}
