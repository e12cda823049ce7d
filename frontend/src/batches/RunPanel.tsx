import { useState } from "react";
import type { BatchState, RunState } from "../api/types";
import { OrderAtLab } from "../labs/OrderAtLab";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { useOrderRun, useRun, useRunChange } from "./useBatch";

/** The order for the chosen cells, and the runs: progress, pause, calling off, the ZIP. */
export function RunPanel(props: {
  batch: BatchState;
  chosen: number;
  cells: () => [string, string][] | null;
}) {
  const { batch, chosen } = props;
  const order = useOrderRun(batch.id);
  const [pattern, setPattern] = useState(batch.pattern);
  const [asking, setAsking] = useState(false);
  return (
    <footer className="panel mx-5 mb-3 flex flex-col gap-2 px-4 py-2.5" aria-label="Files">
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex min-w-0 max-w-full items-center gap-2">
          <span className="whitespace-nowrap">Names</span>
          <input
            className="field figure !w-80 max-w-full text-[15.5px]"
            maxLength={120}
            spellCheck={false}
            value={pattern}
            onChange={(event) => setPattern(event.target.value)}
            aria-describedby="pattern-fields"
          />
        </label>
        <button
          type="button"
          className="min-h-6 underline"
          aria-expanded={asking}
          aria-controls="pattern-fields"
          onClick={() => setAsking(!asking)}
        >
          fields
        </button>
        <span className="soft">in folders by size</span>
        <span className="soft flex-1 text-right">
          {chosen === 0 && "Choose cells first: their ticks, or a row's or column's."}
        </span>
        <button
          type="button"
          className="strong-button"
          disabled={!chosen || order.isPending}
          onClick={() => order.mutate({ cells: props.cells(), pattern })}
        >
          {order.isPending
            ? "Ordering…"
            : chosen === 0
              ? "Make the files"
              : `Make ${chosen === 1 ? "the file" : `the ${chosen} files`}`}
        </button>
      </div>
      <p id="pattern-fields" className={asking ? "soft text-[13px]" : "sr-only"}>
        {Object.entries(batch.fields)
          .map(([field, meaning]) => `{${field}} ${meaning}`)
          .join(" · ")}
      </p>
      {order.error && <Problem message={order.error.message} />}
      {batch.runs.slice(0, 3).map((run, index) => (
        <Run key={run.id} batch={batch.id} begin={run} newest={index === 0} />
      ))}
    </footer>
  );
}

/** What a run that is not over is doing. */
function doing(run: RunState): string {
  switch (run.state) {
    case "waiting":
    case "laying":
      return typeset(`being worked out, ${run.laid_percent} %`);
    case "paused":
      return "paused";
    default:
      return "in work";
  }
}

function Run({ batch, begin, newest }: { batch: number; begin: RunState; newest: boolean }) {
  const asked = useRun(begin.id);
  const change = useRunChange(batch);
  const [asking, setAsking] = useState(false);
  const run = asked.data ?? begin;
  const made = run.done + run.failed + run.cancelled + run.tidied;
  const on = (what: "pause" | "resume" | "cancel" | "again") => change.mutate({ run: run.id, what });
  const word = run.over ? (run.state === "cancelled" ? "cancelled" : "done") : doing(run);
  return (
    <div
      className="flex flex-wrap items-center gap-x-3 gap-y-1"
      data-run={run.over ? "over" : run.state}
      data-newest={newest || undefined}
    >
      <progress className="progress w-44" max={run.total} value={made} aria-label="Files made" />
      <span role="status" className="figure text-[15.5px]">
        {typeset(`${run.done} of ${run.total}`)}, {word}
        {run.failed > 0 && `, ${run.failed} failed`}
        {run.tidied > 0 && `, ${run.tidied} removed by a rule`}
        {run.size_text && `, ${typeset(run.size_text)}`}
      </span>
      <span className="soft">
        {new Date(run.created).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}
      </span>
      {!run.over && run.state === "going" && (
        <button type="button" className="plain-button" onClick={() => on("pause")}>
          Pause
        </button>
      )}
      {!run.over && run.state === "paused" && (
        <button type="button" className="plain-button" onClick={() => on("resume")}>
          Go on
        </button>
      )}
      {!run.over && (
        <button type="button" className="plain-button" onClick={() => on("cancel")}>
          Cancel
        </button>
      )}
      {run.over && run.failed + run.cancelled + run.tidied > 0 && (
        <button type="button" className="plain-button" onClick={() => on("again")}>
          Make the missing ones
        </button>
      )}
      {run.done > 0 && (
        <>
          <a
            className={
              run.over ? "strong-button inline-flex items-center" : "plain-button inline-flex items-center"
            }
            href={`/api/runs/${run.id}/files.zip`}
            download
          >
            ZIP
          </a>
          <a
            className="plain-button inline-flex items-center"
            href={`/api/runs/${run.id}/files.csv`}
            download
          >
            What each file is, CSV
          </a>
          {run.over && run.done === run.total && (
            <button type="button" className="plain-button" onClick={() => setAsking(true)}>
              Order at a lab
            </button>
          )}
          {asking && (
            <Dialog title="Order at a lab" onClose={() => setAsking(false)}>
              <OrderAtLab
                of={{ kind: "runs", id: run.id }}
                says="All files of this run go in one order, each in the lab’s size that it has."
              />
            </Dialog>
          )}
        </>
      )}
      {run.problems.length > 0 && (
        <details className="basis-full">
          <summary className="min-h-6 cursor-pointer underline">What failed</summary>
          <ul className="soft">
            {run.problems.map((problem) => (
              <li key={problem}>{problem}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
