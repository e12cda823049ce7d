import { useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { Stock } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

/** What this studio prints on, and what is left of it; changed by hand, taken from a table, or back to what ships. */
export function useStock() {
  const queries = useQueryClient();
  return useKeptTable<Stock>({
    key: ["stock"],
    load: () => must(client.GET("/api/stock")),
    save: (version, table) => must(client.PUT("/api/stock", { body: { version, table: { ...table } } })),
    takeIn: (version, text) => must(client.POST("/api/stock/csv", { body: { version, text } })),
    forget: (version) => must(client.DELETE("/api/stock", { params: { query: { version } } })),
    // The bench offers these media.
    after: () => void queries.invalidateQueries({ queryKey: ["reference"] }),
  });
}
