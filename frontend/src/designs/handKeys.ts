import type { Key } from "../shell/useKeys";

/** Undo and redo of the document in hand, on every page that has one. */
export const handKeys = ({ onUndo, onRedo }: { onUndo: () => void; onRedo: () => void }): Key[] => [
  {
    keys: "Ctrl Z",
    what: "Undo",
    command: true,
    hears: ["z"],
    does: ({ shiftKey }) => (shiftKey ? onRedo : onUndo)(),
  },
  { keys: "Ctrl Shift Z, Ctrl Y", what: "Redo", command: true, hears: ["y"], does: onRedo },
];

/** The prints of the same job, one after the other. */
export const siblingKeys = (onSibling: (by: 1 | -1) => void, when = true): Key[] => [
  {
    keys: "[ and ]",
    what: "Previous and next print of the job",
    when,
    hears: ["[", "]"],
    does: ({ key }) => onSibling(key === "[" ? -1 : 1),
  },
];

export const helpKey = (onHelp: () => void): Key[] => [
  { keys: "?", what: "Where you are, and this sheet of keys", hears: ["?"], does: onHelp },
];
