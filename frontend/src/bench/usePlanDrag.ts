// One drag for everything on the bench that changes the plan in hand.
import type { Plan } from "../api/types";
import { useDrag, type Handlers, type Hands } from "../drawing/useDrag";
import { usePlanStore } from "./planStore";

/** A drag that changes the plan in hand: saved when it is let go of, given back when it is called off. */
export function usePlanDrag<Start, Of = void>(
  hands: Pick<Hands<Start, Of>, "begin" | "move">,
): (of: Of) => Handlers {
  return useDrag<{ own: Start; before: Plan | null }, Of>({
    begin: (event, of) => {
      const before = usePlanStore.getState().plan;
      const own = hands.begin(event, of);
      return own === null ? null : { own, before };
    },
    move: ({ own }, event) => hands.move(own, event),
    end: () => usePlanStore.getState().settle(),
    cancel: ({ before }) => before && usePlanStore.getState().putBack(before),
  });
}
