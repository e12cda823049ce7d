import { useEffect } from "react";

/** The focus before the first field of the step, one Tab away: the next key of the rule types into nothing. */
export const toFirstField = () => document.getElementById("worksheet")?.focus({ preventScroll: true });

/** Whoever opens a document stands before its first field; who has moved on already is left where he is. */
export function useFirstField(ready: boolean) {
  useEffect(() => {
    if (ready && document.activeElement === document.body) toFirstField();
  }, [ready]);
}
