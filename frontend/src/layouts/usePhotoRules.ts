import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { PhotoRule, RulesKept } from "../api/types";

const KEY = ["photo-rules"];

/** The rules for ID photos that this studio keeps. */
export function usePhotoRules() {
  return useQuery({ queryKey: KEY, queryFn: () => must<RulesKept>(client.GET("/api/photo-rules")) });
}

/** Keeping rules, or going back to those that ship (null). One after the other, each on the version before it. */
export function useKeepRules() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: "photo-rules" },
    mutationFn: (rules: PhotoRule[] | null) => {
      const version = queries.getQueryData<RulesKept>(KEY)?.version ?? 0;
      return must<RulesKept>(
        rules
          ? client.PUT("/api/photo-rules", { body: { version, book: { rules } } })
          : client.DELETE("/api/photo-rules", { params: { query: { version } } }),
      );
    },
    // What was typed stands at once; where it is refused, what is kept comes back.
    onMutate: (rules) =>
      rules && queries.setQueryData<RulesKept>(KEY, (kept) => kept && { ...kept, book: { rules } }),
    onSuccess: (kept) => queries.setQueryData(KEY, kept),
    onError: () => queries.invalidateQueries({ queryKey: KEY }),
  });
}
