import { useDesignTyping } from "../designs/useDesignTyping";
import { usePlanStore } from "./planStore";

/** Typing that changes the plan in hand. */
export const usePlanTyping = () => useDesignTyping(usePlanStore);
