import { useMutation, useQuery, useQueryClient, keepPreviousData } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { LogEntry } from "../api/types";
import { usePages } from "../api/usePages";

export interface LogAsked {
  search: string;
  result: "" | "kept" | "again" | "thrown" | "failed" | "open";
  device: string;
  medium: string;
  print: number | null;
  job: number | null;
}

/** What is asked, without what says nothing. */
export const queryOf = (asked: LogAsked) => ({
  ...(asked.search && { search: asked.search }),
  ...(asked.result && { result: asked.result }),
  ...(asked.device && { device: asked.device }),
  ...(asked.medium && { medium: asked.medium }),
  ...(asked.print !== null && { print: asked.print }),
  ...(asked.job !== null && { job: asked.job }),
});

export const useLog = (asked: LogAsked) =>
  usePages(
    ["log", asked],
    (cursor) =>
      must(client.GET("/api/log", { params: { query: { ...queryOf(asked), ...(cursor && { cursor }) } } })),
    { placeholderData: keepPreviousData },
  );

export const useLogWords = () =>
  useQuery({ queryKey: ["log", "words"], queryFn: () => must(client.GET("/api/log/words")) });

export function useLogChanges() {
  const queries = useQueryClient();
  const onSuccess = () => void queries.invalidateQueries({ queryKey: ["log"] });
  const write = useMutation({
    mutationFn: ({ id, entry }: { id: number | null; entry: LogEntry }) => {
      const body = { entry: { ...entry } };
      return id === null
        ? must(client.POST("/api/log", { body }))
        : must(client.PUT("/api/log/{row_id}", { params: { path: { row_id: id } }, body }));
    },
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (id: number) =>
      must(client.DELETE("/api/log/{row_id}", { params: { path: { row_id: id } } })),
    onSuccess,
  });
  const again = useMutation({
    mutationFn: (id: number) =>
      must(client.POST("/api/log/{row_id}/again", { params: { path: { row_id: id } } })),
  });
  const bringIn = useMutation({
    mutationFn: (text: string) => must(client.POST("/api/log/import", { body: { text } })),
    onSuccess,
  });
  return { write, remove, again, bringIn };
}
