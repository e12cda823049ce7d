import { typeset } from "../shell/typeset";
import { setStandard, useCounterChange, useStandard } from "./useCounter";

/** What new prints of the job begin with, where somebody said so. */
export function StandardCard({ job }: { job: number }) {
  const standard = useStandard(job).data;
  const change = useCounterChange(setStandard);
  if (!standard?.which.length) return null;
  return (
    <p className="soft text-[13px]">
      {typeset(
        `New prints begin with ${standard.text}, as ${standard.own ? "this job" : "the studio"} says. `,
      )}
      <button
        type="button"
        className="min-h-6 underline"
        onClick={() => change.mutate({ job, of: null, which: [], where: standard.own ? "job" : "account" })}
      >
        Begin as usual
      </button>
    </p>
  );
}
