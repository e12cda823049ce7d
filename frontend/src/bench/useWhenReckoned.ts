import { useCallback, useEffect, useLayoutEffect, useRef } from "react";
import type { Plan, Worksheet } from "../api/types";
import { usePlanStore } from "./planStore";

type Act = (worksheet: Worksheet) => void;
export type WhenReckoned = (act: Act) => void;

/** So much may wait; four quarter turns are where they began. */
const MOST = 4;

/** What is in the hand at the very moment, drawn already or not. */
const inHand = () => usePlanStore.getState().document;

/**
 * What needs the figures of the plan in hand is done at once, or as soon as they have come, one after
 * another: what a hand asks for before the last answer is there must not be done to the plan before.
 */
export function useWhenReckoned(
  worksheet: Worksheet | null,
  reckoned: Plan | null,
  problem: unknown,
): WhenReckoned {
  const waiting = useRef<Act[]>([]);
  const heard = useRef({ worksheet, reckoned, problem });
  useLayoutEffect(() => {
    heard.current = { worksheet, reckoned, problem };
  });
  useEffect(() => {
    // A plan that cannot be reckoned has nothing coming.
    if (problem) waiting.current = [];
    else if (worksheet && reckoned === inHand()) waiting.current.shift()?.(worksheet);
  }, [worksheet, reckoned, problem]);
  // The same for every answer: who only asks is not drawn again for one.
  return useCallback((act) => {
    const { worksheet, reckoned, problem } = heard.current;
    if (worksheet && reckoned === inHand() && !waiting.current.length) act(worksheet);
    else if (!problem && waiting.current.length < MOST) waiting.current.push(act);
  }, []);
}
