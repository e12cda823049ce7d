import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { TrialState } from "../api/types";
import { KeptText } from "../fields/KeptText";
import { typeset } from "../shell/typeset";
import type { TrialPanelProps } from "./TrialPage";

/** What was printed: the ladder; and the key, once the judging is over. */
export function StripDesk({ trial }: { trial: TrialState }) {
  return (
    <>
      <section className="panel space-y-2 p-4" aria-label="Ladder">
        <h2 className="font-semibold">The ladder</h2>
        <ol className="flex flex-wrap gap-2">
          {[...trial.steps, trial.reference].map((step) => (
            <li key={step} className="figure rounded border px-3 py-1 text-[17px]">
              {typeset(step)}
            </li>
          ))}
        </ol>
        <p className="soft">
          {typeset(`Every pair has ${trial.reference} in it, or two patches that are alike.`)}
        </p>
      </section>
      {trial.key ? (
        Object.entries(trial.key).map(([copy, patches]) => (
          <section key={copy} className="panel p-4" aria-label={`Key of copy ${copy}`}>
            <h2 className="mb-2 font-semibold">
              Copy {copy}{" "}
              <span className="soft font-normal">the key is shown, since the judging is over</span>
            </h2>
            <ul className="flex flex-wrap gap-x-5 gap-y-1">
              {patches.map((patch) => (
                <li key={patch.letter} className="figure text-[17px]">
                  <b>{patch.letter}</b> {typeset(patch.text)}
                </li>
              ))}
            </ul>
          </section>
        ))
      ) : (
        <p className="panel p-4">
          What each letter stands for is shown when the judging is over: whoever knows it sees it.
        </p>
      )}
    </>
  );
}

/** The strip's own page, and the trial's name. */
export function StripPanel({ trial, changes }: TrialPanelProps) {
  const [sure, setSure] = useState(false);
  const go = useNavigate();
  const facts: [string, string][] = [
    ["Medium", trial.medium || "not named"],
    ["Judged from", trial.distance],
    ["Copies", String(trial.copies)],
  ];
  return (
    <div className="space-y-3">
      <KeptText
        label="Name"
        value={trial.title}
        most={200}
        needed
        onPut={(title) => changes.change.mutate({ title })}
      />
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {facts.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="soft">{name}</dt>
            <dd>{typeset(value)}</dd>
          </div>
        ))}
      </dl>
      {trial.layout !== null && (
        <Link className="inline-flex min-h-6 items-center underline" to={`/layouts/${trial.layout}`}>
          The strip's own page
        </Link>
      )}
      <p className="soft">
        The trial keeps the strip as it was when it began: a strip that is changed later has other letters.
      </p>
      {sure ? (
        <div className="space-y-2">
          <p>It goes with all its answers, for good.</p>
          <button
            type="button"
            className="plain-button"
            onClick={() => changes.remove.mutate(undefined, { onSuccess: () => void go("/trials") })}
          >
            Delete it
          </button>{" "}
          <button type="button" className="min-h-6 underline" onClick={() => setSure(false)}>
            Leave it
          </button>
        </div>
      ) : (
        <button type="button" className="min-h-6 underline" onClick={() => setSure(true)}>
          Delete this trial
        </button>
      )}
    </div>
  );
}
