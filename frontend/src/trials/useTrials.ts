import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { TrialState } from "../api/types";
import { usePages } from "../api/usePages";

const path = (id: number) => ({ params: { path: { trial_id: id } } });
/** While people judge, what they said is asked for again, ms. */
const FOLLOWS_MS = 4000;

export const useTrials = () =>
  usePages(["trials"], (cursor) =>
    must(client.GET("/api/trials", { params: { query: { ...(cursor && { cursor }) } } })),
  );

export const useProofTrials = () =>
  useQuery({ queryKey: ["proof-trials"], queryFn: () => must(client.GET("/api/proof-trials")) });

export const useTrial = (id: number | null) =>
  useQuery({
    queryKey: ["trials", id],
    enabled: id !== null,
    queryFn: () => must(client.GET("/api/trials/{trial_id}", path(id ?? 0))),
    refetchInterval: (query) => (query.state.data && !query.state.data.over ? FOLLOWS_MS : false),
  });

/** What may be done with a trial; each answers with the trial as it is then. */
export function useTrialChanges(id: number) {
  const queries = useQueryClient();
  const kept = (state: TrialState) => {
    queries.setQueryData(["trials", id], state);
    void queries.invalidateQueries({ queryKey: ["trials"], exact: true });
  };
  const change = useMutation({
    mutationFn: (wanted: { title?: string; over?: boolean; rests_on?: boolean }) =>
      must(client.PATCH("/api/trials/{trial_id}", { ...path(id), body: wanted })),
    onSuccess: kept,
  });
  const ask = useMutation({
    mutationFn: (name: string) =>
      must(client.POST("/api/trials/{trial_id}/judges", { ...path(id), body: { name } })),
    onSuccess: kept,
  });
  const leaveOut = useMutation({
    mutationFn: (judge: number) =>
      must(
        client.DELETE("/api/trials/{trial_id}/judges/{judge_id}", {
          params: { path: { trial_id: id, judge_id: judge } },
        }),
      ),
    onSuccess: kept,
  });
  const remove = useMutation({
    mutationFn: () => must(client.DELETE("/api/trials/{trial_id}", path(id))),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ["trials"] }),
  });
  return { change, ask, leaveOut, remove };
}
