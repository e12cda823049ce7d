import { handKeys, helpKey, siblingKeys } from "../designs/handKeys";
import { useKeys, type Key } from "../shell/useKeys";

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
function arrows(event: KeyboardEvent): [number, number] | null {
  const way = WAYS[event.key];
  // Arrows belong to a slider or a row of choices that has the focus.
  if (!way || (event.target as HTMLElement).closest("input")) return null;
  const by = event.shiftKey ? STRIDE : STEP;
  return [way[0] * by, way[1] * by];
}

/** What is looked at is moved by the arrow keys. */
export const moveKey = (what: string, onMove: Actions["onMove"]): Key => ({
  keys: "← ↑ → ↓",
  what,
  hears: (event) => arrows(event) !== null,
  does: (event) => onMove(...(arrows(event) ?? [0, 0])),
});

/** Keys of the proof, as shown on its sheet of keys. */
export function useProofKeys(actions: Actions) {
  return useKeys([
    {
      keys: "F",
      what: "Flip between the two that were looked at last",
      hears: ["f"],
      does: actions.onFlip,
    },
    {
      keys: "1 to 5",
      what: "Look at one of the ways",
      hears: ["1", "2", "3", "4", "5"],
      does: ({ key }) => actions.onWay(Number(key) - 1),
    },
    { keys: "B", what: "All beside each other, or one alone", hears: ["b"], does: actions.onBeside },
    { keys: "D", what: "What it invents: its difference", hears: ["d"], does: actions.onDifference },
    { keys: "N", what: "Hide the names, or show them", hears: ["n"], does: actions.onNames },
    moveKey("Move the part; with Shift further", actions.onMove),
    ...handKeys(actions),
    ...siblingKeys(actions.onSibling),
    { keys: "P", what: "Back to the bench", hears: ["p"], does: actions.onBench },
    ...helpKey(actions.onHelp),
  ]);
}
