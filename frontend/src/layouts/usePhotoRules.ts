import { useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { PhotoRule, RulesKept } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

const KEY = ["photo-rules"];
const load = () => must(client.GET("/api/photo-rules"));

/** The rules for ID photos that this studio keeps. */
export function usePhotoRules() {
  return useQuery({ queryKey: KEY, queryFn: load });
}

/** The same, to be changed, or taken back to those that ship. */
export function useKeepRules() {
  const table = useKeptTable<RulesKept, PhotoRule[]>({
    key: KEY,
    load,
    save: (version, rules) => must(client.PUT("/api/photo-rules", { body: { version, book: { rules } } })),
    forget: (version) => must(client.DELETE("/api/photo-rules", { params: { query: { version } } })),
    tableOf: (kept) => kept.book.rules,
    withTable: (kept, rules) => ({ ...kept, book: { rules } }),
  });
  const takeIn = (text: string) =>
    table.replace((version) => must(client.POST("/api/photo-rules/csv", { body: { version, text } })));
  return { ...table, takeIn };
}
