import type { DesignStore } from "./designStore";

/** What is told of a document in hand, whatever its kind, and what can be done with it. */
export type InHand = Pick<
  DesignStore<never, never>,
  "saving" | "words" | "walked" | "takeTheirs" | "keepMine" | "again" | "undo" | "redo"
>;

/** That of a store, with `useShallow`: what shows it is drawn for it alone, and not for every move of a hand. */
export const inHand = ({
  saving,
  words,
  walked,
  takeTheirs,
  keepMine,
  again,
  undo,
  redo,
}: InHand): InHand => ({ saving, words, walked, takeTheirs, keepMine, again, undo, redo });
