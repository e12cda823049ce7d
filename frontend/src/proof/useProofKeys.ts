import { useKeys } from "../shell/useKeys";

/** Keys of the proof, as shown on its sheet of keys. */
export const KEYS = [
  ["F", "Flip between the two that were looked at last"],
  ["1 to 5", "Look at one of the ways"],
  ["B", "All beside each other, or one alone"],
  ["D", "What it invents: its difference"],
  ["N", "Hide the names, or show them"],
  ["← ↑ → ↓", "Move the part; with Shift further"],
  ["Ctrl Z", "Undo"],
  ["Ctrl Shift Z, Ctrl Y", "Redo"],
  ["[ and ]", "Previous and next print of the job"],
  ["P", "Back to the bench"],
  ["?", "This sheet"],
] as const;

const WAYS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

interface Actions {
  onFlip: () => void;
  onWay: (number: number) => void;
  onBeside: () => void;
  onDifference: () => void;
  onNames: () => void;
  /** So many panes to the right and down. */
  onMove: (right: number, down: number) => void;
  onUndo: () => void;
  onRedo: () => void;
  onSibling: (by: 1 | -1) => void;
  onBench: () => void;
  onHelp: () => void;
}

const STEP = 0.25;
const STRIDE = 0.9;

/** How far an arrow key moves, panes to the right and down; null for other keys, and where they move something else. */
export function arrows(event: KeyboardEvent): [number, number] | null {
  const way = WAYS[event.key];
  // Arrows belong to a slider or a row of choices that has the focus.
  if (!way || event.ctrlKey || event.metaKey || (event.target as HTMLElement).closest("input")) return null;
  const by = event.shiftKey ? STRIDE : STEP;
  return [way[0] * by, way[1] * by];
}

export function useProofKeys(actions: Actions) {
  useKeys((event) => {
    const key = event.key.toLowerCase();
    const way = arrows(event);
    if (event.ctrlKey || event.metaKey) {
      if (key === "z" && !event.shiftKey) actions.onUndo();
      else if (key === "z" || key === "y") actions.onRedo();
      else return false;
    } else if (event.altKey) return false;
    else if (way) actions.onMove(...way);
    else if (key === "f") actions.onFlip();
    else if (/^[1-5]$/.test(key)) actions.onWay(Number(key) - 1);
    else if (key === "b") actions.onBeside();
    else if (key === "d") actions.onDifference();
    else if (key === "n") actions.onNames();
    else if (key === "p") actions.onBench();
    else if (key === "[") actions.onSibling(-1);
    else if (key === "]") actions.onSibling(1);
    else if (key === "?") actions.onHelp();
    else return false;
    return true;
  });
}
