import type { ChangeDone } from "../api/types";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { undoChange, useCounterChange } from "./useCounter";

/** What was given to many at once, with the one step back. */
export function GivenLine(props: {
  job: number;
  change: ChangeDone;
  onChange: (change: ChangeDone | null) => void;
}) {
  const { job, change, onChange } = props;
  const undo = useCounterChange(undoChange);
  return (
    <div className="mt-2 flex flex-wrap items-baseline gap-3">
      <p role="status">
        {typeset(change.undone ? `Undone: ${change.words}.` : `Given: ${change.words}.`)}
        {change.stayed.length > 0 &&
          ` ${change.stayed.join(", ")} ${change.stayed.length === 1 ? "was" : "were"} changed since, and stayed.`}
      </p>
      {!change.undone && change.count > 0 && (
        <button
          type="button"
          className="min-h-6 underline"
          disabled={undo.isPending}
          onClick={() => undo.mutate({ job, change: change.id }, { onSuccess: onChange })}
        >
          Undo for all
        </button>
      )}
      <button type="button" className="soft min-h-6 underline" onClick={() => onChange(null)}>
        Close
      </button>
      {undo.error && <Problem message={undo.error.message} />}
    </div>
  );
}
