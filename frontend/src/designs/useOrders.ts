import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import { usePages } from "../api/usePages";
import type { LineState } from "../api/types";

/** A design whose files are made: which kind of it, and which one. */
export interface Maker {
  kind: "prints" | "layouts";
  id: number;
}

export const isGoing = (line: LineState) => line.state === "queued" || line.state === "running";
const POLL_MS = 250;
const keyOf = ({ id }: Maker) => ["order-lines", id];

const listed = ({ kind, id }: Maker, cursor?: string | null) => {
  const query = cursor ? { cursor } : {};
  return kind === "prints"
    ? client.GET("/api/prints/{print_id}/order-lines", { params: { path: { print_id: id }, query } })
    : client.GET("/api/layouts/{layout_id}/order-lines", { params: { path: { layout_id: id }, query } });
};

const ordered = ({ kind, id }: Maker, version: number) =>
  kind === "prints"
    ? client.POST("/api/prints/{print_id}/orders", { params: { path: { print_id: id } }, body: { version } })
    : client.POST("/api/layouts/{layout_id}/orders", {
        params: { path: { layout_id: id } },
        body: { version },
      });

/** The newest files ordered of a design, newest first; followed while one is in work. */
export function useOrders(of: Maker) {
  return useQuery({
    queryKey: keyOf(of),
    queryFn: () => must(listed(of)),
    refetchInterval: (query) => (query.state.data?.items.some(isGoing) ? POLL_MS : false),
  });
}

/** Those before the newest, from a cursor on, page by page; nothing is fetched before somebody asks. */
export function useEarlierOrders(of: Maker, from: string | null | undefined, enabled: boolean) {
  return usePages(["earlier-lines", of.id, from], (cursor) => must(listed(of, cursor ?? from)), {
    enabled: enabled && Boolean(from),
  });
}

export function useMakeFile(kind: Maker["kind"]) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, version }: { id: number; version: number }) => must(ordered({ kind, id }, version)),
    onSettled: (_, __, { id }) => queries.invalidateQueries({ queryKey: keyOf({ kind, id }) }),
  });
}

export function useCancelLine(of: Maker) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (line: string) =>
      must(client.POST("/api/order-lines/{line_id}/cancel", { params: { path: { line_id: line } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: keyOf(of) }),
  });
}

/** What the rule says of the newest line: how far it is, or how large the files of this very version became. */
export interface Made {
  word: string;
  key?: string;
}

export function madeOf(lines: LineState[] | undefined, version: number): Made | null {
  const newest = lines?.[0];
  if (!newest) return null;
  if (isGoing(newest)) return { word: `${newest.percent}\u00a0%` };
  return newest.state === "done" && newest.version === version
    ? { word: "made", key: newest.made_text }
    : null;
}
