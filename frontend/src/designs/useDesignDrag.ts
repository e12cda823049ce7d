// One drag for everything that changes the document in hand.
import type { StoreApi } from "zustand";
import { useDrag, type Handlers, type Hands } from "../drawing/useDrag";
import type { DesignStore } from "./designStore";

/** A drag that changes the document in hand: saved when it is let go of, given back when it is called off. */
export function useDesignDrag<State, Document, Start, Of = void>(
  store: StoreApi<DesignStore<State, Document>>,
  hands: Pick<Hands<Start, Of>, "begin" | "move">,
): (of: Of) => Handlers {
  return useDrag<{ own: Start; before: Document | null }, Of>({
    begin: (event, of) => {
      const before = store.getState().document;
      const own = hands.begin(event, of);
      return own === null ? null : { own, before };
    },
    move: ({ own }, event) => hands.move(own, event),
    end: () => store.getState().settle(),
    cancel: ({ before }) => before && store.getState().putBack(before),
  });
}
