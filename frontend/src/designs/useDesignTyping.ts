// Typing, or a slider, that changes the document in hand: given back as it was, or meant and saved.
import { useRef } from "react";
import type { StoreApi } from "zustand";
import type { DesignStore } from "./designStore";
import type { Fix } from "./fix";

export function useDesignTyping<State, Document>(store: StoreApi<DesignStore<State, Document>>) {
  const before = useRef<Document | null>(null);
  return {
    onStart: () => {
      before.current ??= store.getState().document;
    },
    change: (fix: Fix) => store.getState().change(fix, true),
    onBack: () => {
      if (before.current) store.getState().putBack(before.current);
    },
    onDone: () => {
      before.current = null;
      store.getState().settle();
    },
  };
}
