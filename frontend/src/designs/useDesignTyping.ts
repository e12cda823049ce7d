// Typing, or a slider, that changes the document in hand: given back as it was, or meant and saved.
//
// A text is read by the server, so its word may come when the hand is elsewhere already. It goes to the design that
// it was typed in, whichever is in hand by then, and changes nothing that was chosen after it.
import { useRef } from "react";
import type { StoreApi } from "zustand";
import type { DesignStore } from "./designStore";
import { placeIn, type Fix } from "./fix";

/** What typing began with, and what it has led to so far. */
interface Begun<Document> {
  design: number;
  before: Document;
  now: Document;
  fix: Fix;
}

const alike = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

export function useDesignTyping<State, Document>(store: StoreApi<DesignStore<State, Document>>) {
  const begun = useRef<Begun<Document> | null>(null);
  const begin = () => {
    const { design, document } = store.getState().inHand() ?? {};
    if (design !== undefined && document)
      begun.current ??= { design, before: document, now: document, fix: {} };
    return begun.current;
  };
  /** Whether these places are as typing found or left them. */
  const untouched = (typing: Begun<Document>, fix: Fix) => {
    const { document } = store.getState().inHand(typing.design) ?? {};
    return Object.keys(fix).every((path) => alike(placeIn(document, path), placeIn(typing.now, path)));
  };
  return {
    onStart: () => void begin(),
    change: (fix: Fix) => {
      const typing = begin();
      if (!typing || !untouched(typing, fix)) return;
      store.getState().change(fix, true, typing.design);
      const after = store.getState().inHand(typing.design);
      if (after) Object.assign(typing, { now: after.document, fix: { ...typing.fix, ...fix } });
    },
    /** What it led to was put into the design by others, who asked the server for it. */
    followed: () => {
      const typing = begun.current;
      if (typing) typing.now = store.getState().inHand(typing.design)?.document ?? typing.now;
    },
    onBack: () => {
      const typing = begun.current;
      if (!typing) return;
      const { design, before, now, fix } = typing;
      if (store.getState().inHand(design)?.document === now) store.getState().putBack(before, design);
      else if (untouched(typing, fix)) {
        const was = Object.keys(fix).map((path) => [path, placeIn(before, path)]);
        store.getState().change(Object.fromEntries(was) as Fix, true, design);
      }
      Object.assign(typing, { now: store.getState().inHand(design)?.document ?? before, fix: {} });
    },
    onDone: () => {
      const design = begun.current?.design;
      begun.current = null;
      store.getState().settle(design);
    },
  };
}
