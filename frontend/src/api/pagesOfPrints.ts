import { client, must } from "./client";
import type { PrintSummary } from "./types";
import type { Page } from "./usePages";

/** Fetches the prints of a job, page by page. */
export const pageOfPrints = (job: number) => (cursor: string | undefined) =>
  must<Page<PrintSummary>>(
    client.GET("/api/jobs/{job_id}/prints", {
      params: { path: { job_id: job }, query: cursor ? { cursor } : {} },
    }),
  );
