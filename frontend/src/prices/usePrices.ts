import { useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { PriceLists } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

/** What this studio asks for its prints; changed by hand, taken from a table, or back to what ships. */
export function usePrices() {
  const queries = useQueryClient();
  return useKeptTable<PriceLists>({
    key: ["prices"],
    load: () => must(client.GET("/api/prices")),
    save: (version, table) => must(client.PUT("/api/prices", { body: { version, table: { ...table } } })),
    takeIn: (version, text) => must(client.POST("/api/prices/csv", { body: { version, text } })),
    forget: (version) => must(client.DELETE("/api/prices", { params: { query: { version } } })),
    // What jobs cost follows.
    after: () => void queries.invalidateQueries({ queryKey: ["jobs"] }),
  });
}
