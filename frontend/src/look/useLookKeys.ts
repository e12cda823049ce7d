import { arrows } from "../proof/useProofKeys";
import { useKeys } from "../shell/useKeys";

/** Keys of looking, as shown on its sheet of keys. */
export const KEYS = [
  ["← ↑ → ↓", "Move; with Shift further"],
  ["1 to 9", "Go to a place worth a look"],
  ["S", "Every pixel, print size, as from there"],
  ["F", "From there, beside another print: flip between the two"],
  ["Ctrl Z", "Undo"],
  ["Ctrl Shift Z, Ctrl Y", "Redo"],
  ["[ and ]", "Previous and next print of the job"],
  ["L", "Back to the bench"],
  ["?", "This sheet"],
] as const;

interface Actions {
  /** So many panes to the right and down. */
  onMove: (right: number, down: number) => void;
  onPlace: (number: number) => void;
  onScale: () => void;
  onFlip: () => void;
  onUndo: () => void;
  onRedo: () => void;
  onSibling: (by: 1 | -1) => void;
  onBench: () => void;
  onHelp: () => void;
}

export function useLookKeys(actions: Actions) {
  useKeys((event) => {
    const key = event.key.toLowerCase();
    const way = arrows(event);
    if (event.ctrlKey || event.metaKey) {
      if (key === "z" && !event.shiftKey) actions.onUndo();
      else if (key === "z" || key === "y") actions.onRedo();
      else return false;
    } else if (event.altKey) return false;
    else if (way) actions.onMove(...way);
    else if (/^[1-9]$/.test(key)) actions.onPlace(Number(key) - 1);
    else if (key === "s") actions.onScale();
    else if (key === "f") actions.onFlip();
    else if (key === "l") actions.onBench();
    else if (key === "[") actions.onSibling(-1);
    else if (key === "]") actions.onSibling(1);
    else if (key === "?") actions.onHelp();
    else return false;
    return true;
  });
}
