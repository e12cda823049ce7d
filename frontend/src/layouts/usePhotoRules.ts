import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { PhotoRule, RulesKept } from "../api/types";

const KEY = ["photo-rules"];

/** The rules for ID photos that this studio keeps. */
export function usePhotoRules() {
  return useQuery({ queryKey: KEY, queryFn: () => must<RulesKept>(client.GET("/api/photo-rules")) });
}

/** Keeping rules, or going back to those that ship (null). */
export function useKeepRules() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ rules, version }: { rules: PhotoRule[] | null; version: number }) =>
      must<RulesKept>(
        rules
          ? client.PUT("/api/photo-rules", { body: { version, book: { rules } } })
          : client.DELETE("/api/photo-rules", { params: { query: { version } } }),
      ),
    onSuccess: (kept) => queries.setQueryData(KEY, kept),
    onError: () => queries.invalidateQueries({ queryKey: KEY }),
  });
}
