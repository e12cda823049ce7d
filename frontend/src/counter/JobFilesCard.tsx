import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { JobState, RunState } from "../api/types";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { NamesDialog } from "./NamesDialog";
import { changeRun, makeJobFiles, useCounterChange, useJobFiles } from "./useCounter";

const counted = (many: number, word: string) => `${many} ${word}${many === 1 ? "" : "s"}`;

/** All files of the job: made at once, only those that are wanting; watched, paused, fetched as one ZIP. */
export function JobFilesCard({ job }: { job: JobState }) {
  const files = useJobFiles(job.id).data;
  const make = useCounterChange(makeJobFiles);
  const queries = useQueryClient();
  const [naming, setNaming] = useState(false);
  const run = files?.run;
  const going = run !== undefined && run !== null && !run.over;
  const done = run?.done;
  // What the rows say of their files follows while they are made.
  useEffect(() => {
    if (done) void queries.invalidateQueries({ queryKey: ["jobs", job.id, "rows"] });
    if (done) void queries.invalidateQueries({ queryKey: ["jobs", job.id, "counter"] });
  }, [done, going, job.id, queries]);
  if (!files?.total) return null;
  const { wanting, current } = files;
  return (
    <section className="counter-card space-y-1.5" aria-label="All files">
      <b className="font-semibold">All files</b>
      <p className="soft text-[13px]">
        {typeset(
          wanting + current === 0
            ? "All collected; their files were removed by a rule"
            : wanting === 0
              ? `${counted(current, "file")}, each of its print as it is${files.size_text ? `, ${files.size_text}` : ""}`
              : current === 0
                ? `${counted(wanting, "print")} without a file`
                : `${wanting} of ${files.total} ${wanting === 1 ? "is" : "are"} wanting: only ${wanting === 1 ? "that one is" : "those are"} made anew`,
        )}
      </p>
      {going && <Going run={run} job={job.id} />}
      <span className="flex flex-wrap gap-2">
        {wanting > 0 && !going && (
          <button
            type="button"
            className="strong-button"
            disabled={make.isPending}
            onClick={() => make.mutate(job.id)}
          >
            {typeset(`Make ${counted(wanting, "file")}`)}
          </button>
        )}
        {current > 0 && (
          <a
            className="plain-button inline-flex items-center"
            href={`/api/jobs/${job.id}/files.zip`}
            download
          >
            {typeset(`ZIP of ${counted(current, "file")}`)}
          </a>
        )}
        <button type="button" className="min-h-6 underline" onClick={() => setNaming(true)}>
          Names
        </button>
      </span>
      {run?.over && run.problems.length > 0 && (
        <ul className="text-[13px]">
          {run.problems.map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </ul>
      )}
      {make.error && <Problem message={make.error.message} />}
      {naming && <NamesDialog job={job.id} onClose={() => setNaming(false)} />}
    </section>
  );
}

function Going({ run, job }: { run: RunState; job: number }) {
  const change = useCounterChange(changeRun);
  const made = run.done + run.failed + run.cancelled + run.tidied;
  const word =
    run.state === "paused"
      ? "paused"
      : run.state === "going"
        ? "in work"
        : `being laid out, ${run.laid_percent} %`;
  return (
    <div className="space-y-1" data-run={run.state} data-job={job}>
      <progress
        className="progress w-full"
        max={Math.max(1, run.total)}
        value={made}
        aria-label="Files made"
      />
      <span className="flex flex-wrap items-center gap-2">
        <span role="status" className="figure">
          {typeset(`${run.done} of ${run.total}, ${word}`)}
        </span>
        {run.state === "going" && (
          <button
            type="button"
            className="min-h-6 underline"
            onClick={() => change.mutate({ run: run.id, what: "pause" })}
          >
            Pause
          </button>
        )}
        {run.state === "paused" && (
          <button
            type="button"
            className="min-h-6 underline"
            onClick={() => change.mutate({ run: run.id, what: "resume" })}
          >
            Go on
          </button>
        )}
        <button
          type="button"
          className="min-h-6 underline"
          onClick={() => change.mutate({ run: run.id, what: "cancel" })}
        >
          Cancel
        </button>
      </span>
    </div>
  );
}
