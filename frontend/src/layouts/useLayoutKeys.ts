import { handKeys, helpKey } from "../designs/handKeys";
import { useKeys } from "../shell/useKeys";

/** Keys of a layout's page, as its sheet of keys shows them. */
export function useLayoutKeys(actions: {
  onStep: (number: number) => void;
  onUndo: () => void;
  onRedo: () => void;
  onMake: () => void;
  onHelp: () => void;
  onEscape: () => void;
}) {
  return useKeys([
    {
      keys: "1 to 7",
      what: "Go to a step; in a field that Tab has reached, when nothing is typed after it",
      pastFields: true,
      hears: ["1", "2", "3", "4", "5", "6", "7"],
      does: ({ key }) => actions.onStep(Number(key) - 1),
    },
    { keys: "← →", what: "Move along the rule, when it has the focus" },
    {
      keys: "← ↑ → ↓",
      what: "Move the seams, or the mark, frame or piece that has the focus; with Shift further",
    },
    { keys: "T", what: "Turn the piece that has the focus, on a roll or a sheet" },
    { keys: "P", what: "Pin it where it is, or let it go" },
    { keys: "Page up, Page down", what: "Turn the pages of a book" },
    { keys: "Delete", what: "Leave out the picture of a book that has the focus" },
    ...handKeys(actions),
    {
      keys: "Escape",
      what: "Give back what was there before typing, cancel a drag, or close the sheet that is looked at",
      hears: ["escape"],
      does: actions.onEscape,
    },
    { keys: "M", what: "Make the sheets, or fetch the plan", hears: ["m"], does: actions.onMake },
    ...helpKey(actions.onHelp),
  ]);
}
