import { useEffect } from "react";
import { handKeys, helpKey, siblingKeys } from "../designs/handKeys";
import { moveKey } from "../proof/useProofKeys";
import { useKeys } from "../shell/useKeys";

interface Actions {
  onMove: (right: number, down: number) => void;
  onPaper: () => void;
  onHatch: () => void;
  onPixels: () => void;
  onUndo: () => void;
  onRedo: () => void;
  onSibling: (by: 1 | -1) => void;
  onBench: () => void;
  onHelp: () => void;
}

/** Keys of colour on paper, as shown on its sheet of keys. */
export function useColourKeys(actions: Actions) {
  return useKeys([
    { keys: "F, held", what: "The picture itself, as long as it is held" },
    { keys: "W", what: "The paper's white, shown or hidden", hears: ["w"], does: actions.onPaper },
    { keys: "H", what: "Hatching over what lies beyond the paper", hears: ["h"], does: actions.onHatch },
    { keys: "S", what: "All of it, or px for px", hears: ["s"], does: actions.onPixels },
    moveKey("Move, px for px; with Shift further", actions.onMove),
    ...handKeys(actions),
    ...siblingKeys(actions.onSibling),
    { keys: "C", what: "Back to the bench", hears: ["c"], does: actions.onBench },
    ...helpKey(actions.onHelp),
  ]);
}

/** Tells while a key is held that is not typed into a field. */
export function useHeldKey(key: string, onHeld: (held: boolean) => void) {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      const field = event.target instanceof Element && event.target.closest("input, textarea, select");
      if (event.key.toLowerCase() === key && !field && !event.ctrlKey && !event.metaKey) onHeld(true);
    };
    const up = (event: KeyboardEvent) => event.key.toLowerCase() === key && onHeld(false);
    const away = () => onHeld(false);
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", away);
    return () => {
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", away);
    };
  }, [key, onHeld]);
}
