import { typeset } from "../shell/typeset";
import type { TrialPanelProps } from "./TrialPage";

/** How far it is, and its end. */
export function JudgingPanel({ trial, changes }: TrialPanelProps) {
  const more = trial.result.figures.find(({ id }) => id === "more_answers");
  return (
    <div className="space-y-3">
      <p className="figure text-2xl">{typeset(`${trial.answers} answers`)}</p>
      <p>{typeset(trial.result.says)}</p>
      {more && <p className="soft">{typeset(`More answers: ${more.text}.`)}</p>}
      {trial.over ? (
        <p>
          It is over. The key stands on the first step; <i>Go on judging</i> takes it up again, with the same
          links.
        </p>
      ) : (
        <>
          <button
            type="button"
            className="plain-button"
            onClick={() => changes.change.mutate({ over: true })}
          >
            End the judging
          </button>
          <p className="soft">
            Then the key is shown, and the answers can be exported. It can be gone on with.
          </p>
        </>
      )}
    </div>
  );
}
