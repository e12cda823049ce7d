import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { JobDetails, JobSlip } from "../api/types";

export function useJobs() {
  return useQuery({ queryKey: ["jobs"], queryFn: () => must<JobSlip[]>(client.GET("/api/jobs")) });
}

export function useJob(job: number, enabled = true) {
  return useQuery({
    enabled,
    queryKey: ["jobs", job],
    queryFn: () => must<JobSlip>(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: job } } })),
  });
}

/** Changes to jobs; each makes the lists fresh again. */
export function useJobChange<T, R>(run: (given: T) => Promise<R>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: run,
    onSuccess: () => queries.invalidateQueries({ queryKey: ["jobs"] }),
  });
}

export const makeJob = (details: JobDetails): Promise<JobSlip> =>
  must<JobSlip>(client.POST("/api/jobs", { body: details }));

export const changeJob = (given: { job: number; details: JobDetails }) =>
  must<JobSlip>(
    client.PUT("/api/jobs/{job_id}", {
      params: { path: { job_id: given.job } },
      body: given.details,
    }),
  );

export const removeJob = (job: number) =>
  must<undefined>(client.DELETE("/api/jobs/{job_id}", { params: { path: { job_id: job } } }));

export const removePrint = (print: number) =>
  must<undefined>(client.DELETE("/api/prints/{print_id}", { params: { path: { print_id: print } } }));

/** What was removed is there again. */
export const bringBack = ({ id, kind }: { id: number; kind: string }) =>
  must<undefined>(
    kind === "print"
      ? client.POST("/api/prints/{print_id}/back", { params: { path: { print_id: id } } })
      : client.POST("/api/layouts/{layout_id}/back", { params: { path: { layout_id: id } } }),
  );

export const removeLayout = (layout: number) =>
  must<undefined>(client.DELETE("/api/layouts/{layout_id}", { params: { path: { layout_id: layout } } }));
