import { useShallow } from "zustand/react/shallow";
import type { ApiProblem } from "../api/client";
import { DeskWords } from "../designs/DeskWords";
import { inHand } from "../designs/inHand";
import { NOT_SAVED_YET } from "../fields/unread";
import { usePlanStore } from "./planStore";

/** What the plan in hand has against it. */
export function BenchWords({ problem, waits }: { problem: ApiProblem | null; waits: string | null }) {
  const store = usePlanStore(useShallow(inHand));
  const job = usePlanStore(({ held }) => held?.job);
  return (
    <>
      {waits !== null && (
        <p className="bench-words panel px-3 py-2" role="status">
          The size “{waits}”: {NOT_SAVED_YET}
        </p>
      )}
      <DeskWords of={store} word="plan" job={job} problem={problem} />
    </>
  );
}
