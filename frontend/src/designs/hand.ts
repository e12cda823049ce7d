// A design in hand: what the server has of it, what the hand has made of it, and what is on its way.
import type { Saving } from "./saving";

/** A design as the server tells it, whatever its kind. */
export interface DesignState {
  id: number;
  version: number;
}

/** A kind of design: how it goes over the wire, and what is said of it. */
export interface Wire<State extends DesignState, Document> {
  /** What one is called, and where one is worked on. */
  word: string;
  place: (id: number) => string;
  load: (id: number) => Promise<State>;
  save: (id: number, document: Document, version: number) => Promise<State>;
  walk: (id: number, way: "undo" | "redo", version: number) => Promise<State>;
  documentOf: (state: State) => Document;
  withDocument: (state: State, document: Document) => State;
  /** In which parts two documents differ, in words. */
  whatChanged: (before: Document, after: Document) => string;
}

/** A step back or forward among what was saved. */
export type Way = "undo" | "redo";

export interface Hand<State, Document> {
  held: State;
  document: Document;
  /** The document that the server has; null when it is another one in any case. */
  saved: Document | null;
  /** Settled documents that are not saved yet, in their order: each is a step of its own to undo. */
  steps: Document[];
  /** On its way, or its answer never came: the server may have it. */
  sent: Document | null;
  /** Walks that were asked for and not answered yet. */
  pendingUndo: Way[];
  /** What the hand has changed since: it is done again on what the walks lead to. */
  rebaseQueue: ((document: Document) => Document)[];
  /** Whether a walk was sent whose answer never came: what the server has is to be asked first. */
  unconfirmed: boolean;
  /** Whether the document in hand is in the middle of a drag or of typing: not to be saved yet. */
  dragging: boolean;
  saving: Saving;
  words: string;
  walked: string;
  running: Promise<void> | null;
  /** Tries in a row that the server did not answer. */
  tries: number;
  /** Ends the pause before the next try. */
  hurry: (() => void) | null;
}

/** A hand for a design as the server has it. */
export function handOf<State, Document>(held: State, document: Document): Hand<State, Document> {
  return {
    held,
    document,
    saved: document,
    saving: "saved",
    words: "",
    walked: "",
    steps: [],
    sent: null,
    pendingUndo: [],
    rebaseQueue: [],
    unconfirmed: false,
    dragging: false,
    running: null,
    tries: 0,
    hurry: null,
  };
}

export const isUnsaved = <State, Document>(hand: Hand<State, Document>) => hand.document !== hand.saved;
