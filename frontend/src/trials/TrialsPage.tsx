import { Link } from "react-router";
import type { TrialSummary } from "../api/types";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { typeset } from "../shell/typeset";
import { useProofTrials, useTrials } from "./useTrials";

/** All trials: what each is of, how far it is, and the figure once there is one. */
export function TrialsPage() {
  const trials = useTrials();
  return (
    <>
      <TopBar />
      <main className="space-y-4 px-5 py-3">
        <header>
          <h1 className="text-2xl font-semibold">Trials</h1>
          <p className="max-w-3xl">
            What this studio's own eyes saw: strips that people judged without knowing what they looked at.
          </p>
        </header>
        <Coming query={trials.query} what="The trials" />
        {trials.whole && !trials.items.length && <Empty />}
        <ul className="grid items-start gap-3 lg:grid-cols-2 xl:grid-cols-3">
          {trials.items.map((trial) => (
            <TrialCard key={trial.id} trial={trial} />
          ))}
        </ul>
        <OfProofs />
        {!trials.whole && trials.items.length > 0 && (
          <button type="button" className="plain-button" onClick={trials.more}>
            More trials
          </button>
        )}
      </main>
    </>
  );
}

function Empty() {
  return (
    <section className="panel max-w-2xl space-y-2 p-4">
      <p className="text-lg">No trial yet.</p>
      <p>
        Open a job, choose <b className="font-semibold">New layout</b>, then{" "}
        <b className="font-semibold">Make a test strip</b>. Print it, and ask people: from then on prints can
        be judged by what they saw.
      </p>
      <Link className="inline-flex min-h-6 items-center underline" to="/">
        To the jobs
      </Link>
    </section>
  );
}

function TrialCard({ trial }: { trial: TrialSummary }) {
  const { need_ppi: need, low_ppi: low, high_ppi: high } = trial;
  const step = trial.answers ? "result" : "people";
  return (
    <li className="panel p-3">
      <Link to={`/trials/${trial.id}/${step}`} className="block space-y-1">
        <span className="flex items-baseline justify-between gap-3">
          <b className="min-w-0 truncate font-semibold" dir="auto" title={trial.title}>
            {trial.number} · {trial.title}
          </b>
          <span className="soft whitespace-nowrap">{trial.over ? "over" : "judging"}</span>
        </span>
        <span className="block">
          {typeset([trial.medium, trial.distance && `from ${trial.distance}`].filter(Boolean).join(", "))}
        </span>
        <span className="figure block text-2xl">
          {typeset(
            need !== null
              ? `${need.toFixed(0)} ppi`
              : low !== null && high !== null
                ? `${low.toFixed(0)} to ${high.toFixed(0)} ppi`
                : "no figure yet",
          )}
        </span>
        <span className="soft block">
          {typeset(`${trial.answers} answers of ${trial.judges} ${trial.judges === 1 ? "person" : "people"}`)}
          {trial.rests_on && ", prints are judged by it"}
          {trial.made_up && " · made up"}
        </span>
      </Link>
    </li>
  );
}

/** Prints whose proof was judged blind: trials of their own kind. */
function OfProofs() {
  const found = useProofTrials();
  if (!found.data?.length) return null;
  return (
    <section aria-label="Proofs judged blind" className="space-y-2">
      <h2 className="text-lg font-semibold">Ways of enlarging, judged blind in the proof</h2>
      <ul className="grid items-start gap-3 lg:grid-cols-2 xl:grid-cols-3">
        {found.data.map((one) => (
          <li key={one.print} className="panel p-3">
            <Link to={`/prints/${one.print}/proof/trial`} className="block">
              <b className="block truncate font-semibold" dir="auto">
                {one.title || "untitled"}
              </b>
              <span className="soft">
                {typeset(`${one.answers} ${one.answers === 1 ? "answer" : "answers"}`)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
