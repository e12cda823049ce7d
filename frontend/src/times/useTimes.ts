import { useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { WorkTimes } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

/** How long things take here; changed by hand, taken from a table, or back to what ships. */
export function useTimes() {
  const queries = useQueryClient();
  return useKeptTable<WorkTimes>({
    key: ["times"],
    load: () => must(client.GET("/api/times")),
    save: (version, table) => must(client.PUT("/api/times", { body: { version, table: { ...table } } })),
    takeIn: (version, text) => must(client.POST("/api/times/csv", { body: { version, text } })),
    forget: (version) => must(client.DELETE("/api/times", { params: { query: { version } } })),
    // What must begin when follows.
    after: () => void queries.invalidateQueries({ queryKey: ["due"] }),
  });
}
