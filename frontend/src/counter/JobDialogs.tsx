import { useNavigate } from "react-router";
import type { JobState } from "../api/types";
import { JobForm } from "../jobs/JobForm";
import { changeJob, removeJob, useJobChange } from "../jobs/useJobs";
import { OrderAtLab } from "../labs/OrderAtLab";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";

/** Title, client, date of the job. */
export function Details({ job, onClose }: { job: JobState; onClose: () => void }) {
  const change = useJobChange(changeJob);
  return (
    <Dialog title="The job" onClose={onClose}>
      <JobForm
        label="Save"
        start={{ title: job.title, client: job.client, due: job.due ?? null, device: job.device ?? null }}
        busy={change.isPending}
        problem={change.error?.message}
        onDone={(details) => change.mutate({ job: job.id, details }, { onSuccess: onClose })}
      />
    </Dialog>
  );
}

/** Its prints in one order at a lab. */
export function AtLab({ job, onClose }: { job: JobState; onClose: () => void }) {
  return (
    <Dialog title="Order at a lab" onClose={onClose}>
      <OrderAtLab
        of={{ kind: "jobs", id: String(job.id) }}
        says="All prints of this job that are planned for the lab go in one order, each with the file of it as it is now."
      />
    </Dialog>
  );
}

/** Asked before the job goes. */
export function Remove({ job, onClose }: { job: JobState; onClose: () => void }) {
  const go = useNavigate();
  const remove = useJobChange(removeJob);
  return (
    <Dialog title={`Remove ${job.title}?`} onClose={onClose}>
      <p className="mb-4">
        Its {job.prints} prints and {job.layouts} layouts, their plans and made files go with it. For 30 days
        it can be restored from the list of jobs; the pictures themselves stay.
      </p>
      {remove.error && <Problem message={remove.error.message} />}
      <button
        type="button"
        className="strong-button"
        onClick={() => remove.mutate(job.id, { onSuccess: () => void go("/") })}
      >
        Remove the job
      </button>
    </Dialog>
  );
}
