import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { RescueOrderState, RescueState } from "../api/types";

const POLL_MS = 400;
const going = (order: RescueOrderState | null | undefined) =>
  order?.state === "queued" || order?.state === "running";

/** Having the picture of a rescue made: ordered, watched, cancelled. */
export function useRescueOrder(first: RescueState) {
  const queries = useQueryClient();
  const key = ["rescue-order", first.id];
  const order = useQuery({
    queryKey: key,
    initialData: first.order,
    enabled: (query) => query.state.data !== null,
    refetchInterval: (query) => (going(query.state.data) ? POLL_MS : false),
    queryFn: async () => {
      const known = queries.getQueryData<RescueOrderState | null>(key);
      if (!known) return null;
      const path = { params: { path: { order_id: known.id } } };
      return must(client.GET("/api/rescue-orders/{order_id}", path));
    },
  });
  const put = (state: RescueOrderState) => queries.setQueryData(key, state);
  const make = useMutation({
    mutationFn: async (settled: () => Promise<number>) =>
      must(
        client.POST("/api/rescues/{rescue_id}/orders", {
          params: { path: { rescue_id: first.id } },
          body: { version: await settled() },
        }),
      ),
    onSuccess: put,
  });
  const cancel = useMutation({
    mutationFn: (id: string) =>
      must(client.POST("/api/rescue-orders/{order_id}/cancel", { params: { path: { order_id: id } } })),
    onSuccess: put,
  });
  return { order: order.data ?? null, going: going(order.data), make, cancel };
}
