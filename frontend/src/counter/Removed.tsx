import type { JobState } from "../api/types";
import { bringBack, useJobChange } from "../jobs/useJobs";
import { Problem } from "../shell/Problem";

/** What was removed lately, each with the way back. */
export function Removed({ removed }: { removed: JobState["removed"] }) {
  const back = useJobChange(bringBack);
  if (removed.length === 0) return null;
  return (
    <section className="mt-5" aria-label="Removed" aria-live="polite">
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {removed.map((one) => (
          <li key={one.id} className="flex min-w-0 items-baseline gap-2">
            <span className="soft max-w-72 truncate" title={one.title}>
              Removed: {one.title || "untitled"}
            </span>
            <button
              type="button"
              className="min-h-6 underline"
              disabled={back.isPending}
              onClick={() => back.mutate(one)}
            >
              Restore
            </button>
          </li>
        ))}
      </ul>
      <p className="soft text-[13px]">For 30 days; then it goes for good, with the files made of it.</p>
      {back.error && <Problem message={back.error.message} />}
    </section>
  );
}
