// Typing, or a slider, that changes the plan in hand: given back as it was, or meant and saved.
import { useRef } from "react";
import type { Plan } from "../api/types";
import type { Fix } from "./fix";
import { usePlanStore } from "./planStore";

export function usePlanTyping() {
  const before = useRef<Plan | null>(null);
  return {
    onStart: () => {
      before.current ??= usePlanStore.getState().plan;
    },
    change: (fix: Fix) => usePlanStore.getState().change(fix, true),
    onBack: () => {
      if (before.current) usePlanStore.getState().putBack(before.current);
    },
    onDone: () => {
      before.current = null;
      usePlanStore.getState().settle();
    },
  };
}
