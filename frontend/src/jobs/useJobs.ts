import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { JobDetails, JobState } from "../api/types";
import { pageOfPrints } from "../api/pagesOfPrints";
import { usePages } from "../api/usePages";

/** Jobs, the newest first; with `search` those that have the words. */
export const useJobs = (search = "", archived = false) =>
  usePages(
    ["jobs", "list", search, archived],
    (cursor) =>
      must(
        client.GET("/api/jobs", {
          params: {
            query: { ...(search && { search }), ...(archived && { archived }), ...(cursor && { cursor }) },
          },
        }),
      ),
    { placeholderData: keepPreviousData },
  );

export function useJob(job: number, enabled = true) {
  return useQuery({
    enabled,
    queryKey: ["jobs", job],
    queryFn: () => must(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: job } } })),
  });
}

/** The prints of a job, in their order. */
export const usePrints = (job: number) => usePages(["jobs", job, "prints"], pageOfPrints(job));

/** The layouts of a job. */
export const useLayouts = (job: number) =>
  usePages(["jobs", job, "layouts"], (cursor) =>
    must(
      client.GET("/api/jobs/{job_id}/layouts", {
        params: { path: { job_id: job }, query: cursor ? { cursor } : {} },
      }),
    ),
  );

/** Changes to jobs; each makes the lists fresh again, one that failed too: it may have come half the way. */
export function useJobChange<T, R>(run: (given: T) => Promise<R>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: run,
    onSettled: () => queries.invalidateQueries({ queryKey: ["jobs"] }),
  });
}

export const makeJob = (details: JobDetails): Promise<JobState> =>
  must(client.POST("/api/jobs", { body: details }));

export const changeJob = (given: { job: number; details: JobDetails }) =>
  must(
    client.PUT("/api/jobs/{job_id}", {
      params: { path: { job_id: given.job } },
      body: given.details,
    }),
  );

export const nextJob = (job: number) =>
  must(client.POST("/api/jobs/{job_id}/next", { params: { path: { job_id: job } } }));

export const archiveJob = (given: { job: number; archived: boolean }) =>
  must(
    client.PUT("/api/jobs/{job_id}/archived", {
      params: { path: { job_id: given.job } },
      body: { archived: given.archived },
    }),
  );

/** The jobs that can be restored. */
export const useRemovedJobs = () =>
  useQuery({ queryKey: ["jobs", "removed"], queryFn: () => must(client.GET("/api/jobs/removed")) });

export const bringJobBack = (job: number) =>
  must(client.POST("/api/jobs/{job_id}/back", { params: { path: { job_id: job } } }));

export const removeJob = (job: number) =>
  must(client.DELETE("/api/jobs/{job_id}", { params: { path: { job_id: job } } }));

export const removePrint = (print: number) =>
  must(client.DELETE("/api/prints/{print_id}", { params: { path: { print_id: print } } }));

/** What was removed is there again. */
export const bringBack = ({ id, kind }: { id: number; kind: string }) =>
  must(
    kind === "print"
      ? client.POST("/api/prints/{print_id}/back", { params: { path: { print_id: id } } })
      : client.POST("/api/layouts/{layout_id}/back", { params: { path: { layout_id: id } } }),
  );

export const removeLayout = (layout: number) =>
  must(client.DELETE("/api/layouts/{layout_id}", { params: { path: { layout_id: layout } } }));
