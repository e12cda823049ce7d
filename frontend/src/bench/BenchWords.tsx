import type { ApiProblem } from "../api/client";
import { DeskWords } from "../designs/DeskWords";
import { usePlanStore } from "./planStore";

/** What the plan in hand has against it. */
export function BenchWords({ problem }: { problem: ApiProblem | null }) {
  const store = usePlanStore();
  return <DeskWords of={store} word="plan" job={store.held?.job} problem={problem} />;
}
