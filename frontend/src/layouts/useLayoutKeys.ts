import { useKeys } from "../shell/useKeys";

/** Keys of a layout's page, as its sheet of keys shows them. */
export const LAYOUT_KEYS: readonly (readonly [keys: string, what: string])[] = [
  ["1 to 6", "Go to a step"],
  ["← →", "Move along the rule, when it has the focus"],
  ["← ↑ → ↓", "Move the seams, or the mark, frame or piece that has the focus; with Shift further"],
  ["T", "Turn the piece that has the focus, on a roll or a sheet"],
  ["P", "Pin it where it is, or let it go"],
  ["Ctrl Z", "Undo"],
  ["Ctrl Shift Z, Ctrl Y", "Redo"],
  ["Escape", "Give back what was there before typing, call off a drag, or close the sheet that is looked at"],
  ["M", "Make the sheets, or fetch the plan"],
  ["?", "This sheet"],
];

export function useLayoutKeys(actions: {
  onStep: (number: number) => void;
  onUndo: () => void;
  onRedo: () => void;
  onMake: () => void;
  onHelp: () => void;
  onEscape: () => void;
}) {
  useKeys((event) => {
    const command = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    if (command && key === "z") {
      if (event.shiftKey) actions.onRedo();
      else actions.onUndo();
    } else if (command && key === "y") actions.onRedo();
    else if (command || event.altKey) return false;
    else if (/^[1-6]$/.test(event.key)) actions.onStep(Number(event.key) - 1);
    else if (event.key === "?") actions.onHelp();
    else if (key === "m") actions.onMake();
    else if (event.key === "Escape") actions.onEscape();
    else return false;
    return true;
  });
}
