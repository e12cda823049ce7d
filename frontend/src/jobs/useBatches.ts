import { client, must } from "../api/client";
import { usePages } from "../api/usePages";

/** What was laid out in many sizes, of a job or of all of them, the newest first. */
export const useBatches = (job?: number) =>
  usePages(["batches", job ?? "all"], (cursor) =>
    must(
      client.GET("/api/batches", { params: { query: { ...(job && { job }), ...(cursor && { cursor }) } } }),
    ),
  );
