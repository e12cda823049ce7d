import type { TrialState } from "../api/types";
import { Workings } from "../designs/Workings";
import { typeset } from "../shell/typeset";
import { useTrials } from "./useTrials";

/** The sentence first, then what is doubtful, then the numbers with their working. */
export function ResultPanel(props: {
  trial: TrialState;
  beside: number | null;
  onBeside: (id: number | null) => void;
}) {
  const { trial } = props;
  const trials = useTrials();
  const others = trials.items.filter(({ id, low_ppi: low }) => id !== trial.id && low !== null);
  return (
    <div className="space-y-3">
      <p className="text-lg" role="status">
        {typeset(trial.result.says)}
      </p>
      {trial.result.doubts.map((doubt) => (
        <p key={`${doubt.id}-${doubt.text}`} className="finding" data-level="warn">
          <b>Check</b> {typeset(doubt.text)}
        </p>
      ))}
      {trial.result.plot && (
        <label className="flex items-center justify-between gap-3">
          Beside it
          <select
            className="field !w-auto min-w-0"
            value={props.beside ?? ""}
            onChange={(event) => props.onBeside(event.target.value ? Number(event.target.value) : null)}
          >
            <option value="">no other trial</option>
            {others.map((one) => (
              <option key={one.id} value={one.id}>
                {typeset(`${one.medium}, ${one.distance}`)}
              </option>
            ))}
          </select>
        </label>
      )}
      <Workings figures={trial.result.figures} />
    </div>
  );
}
