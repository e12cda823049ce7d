import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { PrintState, RenderState } from "../api/types";

export const isGoing = (render: RenderState) => render.state === "queued" || render.state === "running";
const POLL_MS = 400;

/** The files ordered of a print, newest first; followed while one is in work. */
export function useRenders(print: number) {
  return useQuery({
    queryKey: ["renders", print],
    queryFn: () =>
      must<RenderState[]>(client.GET("/api/prints/{print_id}/renders", { params: { path: { print_id: print } } })),
    refetchInterval: (query) => (query.state.data?.some(isGoing) ? POLL_MS : false),
  });
}

export function useMakeFile() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (print: PrintState) =>
      must<RenderState>(
        client.POST("/api/prints/{print_id}/renders", {
          params: { path: { print_id: print.id } },
          body: { version: print.version },
        }),
      ),
    onSettled: (_, __, print) => queries.invalidateQueries({ queryKey: ["renders", print.id] }),
  });
}

export function useCallOff(print: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (render: string) =>
      must<RenderState>(client.POST("/api/renders/{render_id}/cancel", { params: { path: { render_id: render } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: ["renders", print] }),
  });
}
