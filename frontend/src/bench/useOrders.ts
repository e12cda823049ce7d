import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { PrintState, OrderState } from "../api/types";

export const isGoing = (order: OrderState) => order.state === "queued" || order.state === "running";
const POLL_MS = 400;

/** The files ordered of a print, newest first; followed while one is in work. */
export function useOrders(print: number) {
  return useQuery({
    queryKey: ["orders", print],
    queryFn: () =>
      must<OrderState[]>(
        client.GET("/api/prints/{print_id}/orders", { params: { path: { print_id: print } } }),
      ),
    refetchInterval: (query) => (query.state.data?.some(isGoing) ? POLL_MS : false),
  });
}

export function useMakeFile() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (print: PrintState) =>
      must<OrderState>(
        client.POST("/api/prints/{print_id}/orders", {
          params: { path: { print_id: print.id } },
          body: { version: print.version },
        }),
      ),
    onSettled: (_, __, print) => queries.invalidateQueries({ queryKey: ["orders", print.id] }),
  });
}

export function useCallOff(print: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (order: string) =>
      must<OrderState>(
        client.POST("/api/orders/{order_id}/cancel", { params: { path: { order_id: order } } }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: ["orders", print] }),
  });
}
