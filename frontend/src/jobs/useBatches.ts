import { client, must } from "../api/client";
import type { BatchSummary } from "../api/types";
import { usePages, type Page } from "../api/usePages";

/** What was laid out in many sizes, of a job or of all of them, the newest first. */
export const useBatches = (job?: number) =>
  usePages(["batches", job ?? "all"], (cursor) =>
    must<Page<BatchSummary>>(
      client.GET("/api/batches", { params: { query: { ...(job && { job }), ...(cursor && { cursor }) } } }),
    ),
  );
