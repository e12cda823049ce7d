import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { JobState, OrderState } from "../api/types";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { NamesDialog } from "./NamesDialog";
import { changeOrder, makeJobFiles, useCounterChange, useJobFiles } from "./useCounter";

const counted = (many: number, word: string) => `${many} ${word}${many === 1 ? "" : "s"}`;

/** All files of the job: made at once, only those that are wanting; watched, paused, fetched as one ZIP. */
export function JobFilesCard({ job }: { job: JobState }) {
  const files = useJobFiles(job.id).data;
  const make = useCounterChange(makeJobFiles);
  const queries = useQueryClient();
  const [naming, setNaming] = useState(false);
  const order = files?.order;
  const going = order !== undefined && order !== null && !order.over;
  const done = order?.done;
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
      {going && <Going order={order} job={job.id} />}
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
      {order?.over && order.problems.length > 0 && (
        <ul className="text-[13px]">
          {order.problems.map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </ul>
      )}
      {make.error && <Problem message={make.error.message} />}
      {naming && <NamesDialog job={job.id} onClose={() => setNaming(false)} />}
    </section>
  );
}

function Going({ order, job }: { order: OrderState; job: number }) {
  const change = useCounterChange(changeOrder);
  const made = order.done + order.failed + order.cancelled + order.tidied;
  const word =
    order.state === "paused"
      ? "paused"
      : order.state === "going"
        ? "in work"
        : `being laid out, ${order.laid_percent} %`;
  return (
    <div className="space-y-1" data-order={order.state} data-job={job}>
      <progress
        className="progress w-full"
        max={Math.max(1, order.total)}
        value={made}
        aria-label="Files made"
      />
      <span className="flex flex-wrap items-center gap-2">
        <span role="status" className="figure">
          {typeset(`${order.done} of ${order.total}, ${word}`)}
        </span>
        {order.state === "going" && (
          <button
            type="button"
            className="min-h-6 underline"
            onClick={() => change.mutate({ order: order.id, what: "pause" })}
          >
            Pause
          </button>
        )}
        {order.state === "paused" && (
          <button
            type="button"
            className="min-h-6 underline"
            onClick={() => change.mutate({ order: order.id, what: "resume" })}
          >
            Go on
          </button>
        )}
        <button
          type="button"
          className="min-h-6 underline"
          onClick={() => change.mutate({ order: order.id, what: "cancel" })}
        >
          Cancel
        </button>
      </span>
    </div>
  );
}
