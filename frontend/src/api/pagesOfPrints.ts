import { client, must } from "./client";

/** Fetches the prints of a job, page by page. */
export const pageOfPrints = (job: number) => (cursor: string | undefined) =>
  must(
    client.GET("/api/jobs/{job_id}/prints", {
      params: { path: { job_id: job }, query: cursor ? { cursor } : {} },
    }),
  );
