import { useDesignDrag } from "../designs/useDesignDrag";
import type { Handlers, Hands } from "../drawing/useDrag";
import { usePlanStore } from "./planStore";

/** A drag that changes the plan in hand. */
export function usePlanDrag<Start, Of = void>(
  hands: Pick<Hands<Start, Of>, "begin" | "move">,
): (of: Of) => Handlers {
  return useDesignDrag(usePlanStore, hands);
}
