import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { Stock, StockKept } from "../api/types";

const KEY = ["stock"];

/** What this studio prints on, and what is left of it. */
export function useStock() {
  return useQuery({ queryKey: KEY, queryFn: () => must<StockKept>(client.GET("/api/stock")) });
}

/** Keeping the stock, taking one from a table (text), or going back to what ships (null). One after the other, each on
 * the version before it. */
export function useKeepStock() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: "stock" },
    mutationFn: (next: Stock | string | null) => {
      const version = queries.getQueryData<StockKept>(KEY)?.version ?? 0;
      if (typeof next === "string")
        return must<StockKept>(client.POST("/api/stock/csv", { body: { version, text: next } }));
      return must<StockKept>(
        next
          ? client.PUT("/api/stock", { body: { version, stock: next as unknown as Record<string, unknown> } })
          : client.DELETE("/api/stock", { params: { query: { version } } }),
      );
    },
    // What was typed stands at once; where it is refused, what is kept comes back.
    onMutate: (next) =>
      next !== null &&
      typeof next !== "string" &&
      queries.setQueryData<StockKept>(KEY, (kept) => kept && { ...kept, stock: next }),
    onSuccess: (kept) => {
      queries.setQueryData(KEY, kept);
      // The bench offers these media.
      void queries.invalidateQueries({ queryKey: ["reference"] });
    },
    onError: () => queries.invalidateQueries({ queryKey: KEY }),
  });
}
