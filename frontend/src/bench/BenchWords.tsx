import { useShallow } from "zustand/react/shallow";
import type { ApiProblem } from "../api/client";
import { DeskWords } from "../designs/DeskWords";
import { inHand } from "../designs/inHand";
import { usePlanStore } from "./planStore";

/** What the plan in hand has against it. */
export function BenchWords({ problem }: { problem: ApiProblem | null }) {
  const store = usePlanStore(useShallow(inHand));
  const job = usePlanStore(({ held }) => held?.job);
  return <DeskWords of={store} word="plan" job={job} problem={problem} />;
}
