import { handKeys, helpKey, siblingKeys } from "../designs/handKeys";
import { moveKey } from "../proof/useProofKeys";
import { useKeys } from "../shell/useKeys";

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

/** Keys of looking, as shown on its sheet of keys. */
export function useLookKeys(actions: Actions) {
  return useKeys([
    moveKey("Move; with Shift further", actions.onMove),
    {
      keys: "1 to 9",
      what: "Go to a place worth a look",
      hears: ["1", "2", "3", "4", "5", "6", "7", "8", "9"],
      does: ({ key }) => actions.onPlace(Number(key) - 1),
    },
    { keys: "S", what: "100 %, print size, at viewing distance", hears: ["s"], does: actions.onScale },
    {
      keys: "F",
      what: "At viewing distance, beside another print: flip between the two",
      hears: ["f"],
      does: actions.onFlip,
    },
    ...handKeys(actions),
    ...siblingKeys(actions.onSibling),
    { keys: "L", what: "Back to the bench", hears: ["l"], does: actions.onBench },
    ...helpKey(actions.onHelp),
  ]);
}
