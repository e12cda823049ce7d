import { Link, useNavigate } from "react-router";
import { JobRoom } from "./JobRoom";
import type { JobState } from "../api/types";
import { useBatches } from "../jobs/useBatches";
import { archiveJob, nextJob, useJobChange } from "../jobs/useJobs";
import { typeset } from "../shell/typeset";

/** What else can be done with the whole job. */
export function MoreOfJob({ job, onAsk }: { job: JobState; onAsk: (what: "lab" | "remove") => void }) {
  const archive = useJobChange(archiveJob);
  const next = useJobChange(nextJob);
  const go = useNavigate();
  const { items: batches } = useBatches(job.id);
  return (
    <nav className="panel flex flex-wrap gap-x-4 gap-y-0.5 p-3.5" aria-label="More of this job">
      {job.prints > 0 && (
        <>
          <Link className="min-h-6 underline" to={`/layouts/new?job=${job.id}`}>
            New layout
          </Link>
          <Link className="min-h-6 underline" to={`/batches/new?job=${job.id}`}>
            New batch
          </Link>
          <button type="button" className="min-h-6 underline" onClick={() => onAsk("lab")}>
            Order at a lab
          </button>
          <Link className="min-h-6 underline" to={`/log?job=${job.id}`}>
            See the log
          </Link>
        </>
      )}
      <button
        type="button"
        className="min-h-6 underline"
        title="A new job for the same client: the same settings, device, prices and names, no pictures yet"
        disabled={next.isPending}
        onClick={() => next.mutate(job.id, { onSuccess: ({ id }) => void go(`/jobs/${id}`) })}
      >
        Next delivery
      </button>
      <a className="min-h-6 underline" href={`/api/jobs/${job.id}/archive`} download>
        Export
      </a>
      <button
        type="button"
        className="min-h-6 underline"
        disabled={archive.isPending}
        onClick={() => archive.mutate({ job: job.id, archived: !job.archived })}
      >
        {job.archived ? "Out of the archive" : "Into the archive"}
      </button>
      <button type="button" className="min-h-6 underline" onClick={() => onAsk("remove")}>
        Remove the job
      </button>
      <JobRoom job={job.id} />
      {batches.map((batch) => (
        <Link
          key={batch.id}
          className="basis-full underline [overflow-wrap:anywhere]"
          dir="auto"
          to={`/batches/${batch.id}`}
        >
          {typeset(`Batch ${batch.title}, ${batch.pictures} × ${batch.sizes}`)}
        </Link>
      ))}
    </nav>
  );
}
