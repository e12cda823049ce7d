import {
  keepPreviousData,
  useMutation,
  useQuery,
  useQueryClient,
  type UseMutationResult,
} from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { RoomKept, RuleDays } from "../api/types";

/** What the account keeps, its jobs with the most made files, its rules. */
export const useRoom = () =>
  useQuery({ queryKey: ["room", "kept"], queryFn: () => must(client.GET("/api/room")), staleTime: 0 });

/** The jobs with the most made files. */
export const useRoomJobs = () =>
  useQuery({ queryKey: ["room", "jobs"], queryFn: () => must(client.GET("/api/room/jobs")), staleTime: 0 });

/** What rules would let go that are not set yet. */
export const useGoing = (days: RuleDays) =>
  useQuery({
    queryKey: ["room", "going", days],
    queryFn: () => must(client.GET("/api/room/going", { params: { query: setOnly(days) } })),
    placeholderData: keepPreviousData,
  });

export const useJobRoom = (job: number) =>
  useQuery({
    queryKey: ["room", "job", job],
    queryFn: () => must(client.GET("/api/jobs/{job_id}/room", { params: { path: { job_id: job } } })),
    staleTime: 0,
  });

export const setRules = (given: { version: number; days: RuleDays }) =>
  must(client.PUT("/api/room/rules", { body: given }));

export const spareJob = (given: { job: number; spared: boolean }) =>
  must(
    client.PUT("/api/jobs/{job_id}/room", {
      params: { path: { job_id: given.job } },
      body: { spared: given.spared },
    }),
  );

export type RulesChange = UseMutationResult<unknown, Error, Parameters<typeof setRules>[0]>;

/** What changes rules or jobs: everything that tells of room is asked for anew. */
export function useRoomChange<T>(run: (given: T) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({ mutationFn: run, onSettled: () => queries.invalidateQueries({ queryKey: ["room"] }) });
}

/** The rules as they are set: each with its days, where it has any. */
export const daysOf = ({ rules }: RoomKept): RuleDays =>
  Object.fromEntries(rules.flatMap(({ key, days }) => (days === null ? [] : [[key, days]])));

export const setOnly = (days: RuleDays): RuleDays =>
  Object.fromEntries(Object.entries(days).filter(([, after]) => after !== null));

export const sameDays = (a: RuleDays, b: RuleDays): boolean =>
  (["delivered", "earlier", "batches"] as const).every((key) => (a[key] ?? null) === (b[key] ?? null));
