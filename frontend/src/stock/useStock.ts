import { useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { Stock, StockKept } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

/** What this studio prints on, and what is left of it; changed by hand, taken from a table, or back to what ships. */
export function useStock() {
  const queries = useQueryClient();
  const table = useKeptTable<StockKept, Stock>({
    key: ["stock"],
    load: () => must(client.GET("/api/stock")),
    save: (version, stock) =>
      must(
        client.PUT("/api/stock", { body: { version, stock: stock as unknown as Record<string, unknown> } }),
      ),
    forget: (version) => must(client.DELETE("/api/stock", { params: { query: { version } } })),
    tableOf: (kept) => kept.stock,
    withTable: (kept, stock) => ({ ...kept, stock }),
    // The bench offers these media.
    after: () => void queries.invalidateQueries({ queryKey: ["reference"] }),
  });
  const takeIn = (text: string) =>
    table.replace((version) => must(client.POST("/api/stock/csv", { body: { version, text } })));
  return { ...table, takeIn };
}
