import { useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { RulesKept } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

const KEY = ["photo-rules"];
const load = () => must(client.GET("/api/photo-rules"));

/** The rules for ID photos that this studio keeps. */
export function usePhotoRules() {
  return useQuery({ queryKey: KEY, queryFn: load });
}

/** The same, to be changed, or taken back to those that ship. */
export function useKeepRules() {
  return useKeptTable<RulesKept["table"]>({
    key: KEY,
    load,
    save: (version, table) =>
      must(client.PUT("/api/photo-rules", { body: { version, table: { ...table } } })),
    takeIn: (version, text) => must(client.POST("/api/photo-rules/csv", { body: { version, text } })),
    forget: (version) => must(client.DELETE("/api/photo-rules", { params: { query: { version } } })),
  });
}
