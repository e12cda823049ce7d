import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, must, type ApiProblem } from "../api/client";
import type { LabOrder } from "../api/types";
import { usePages } from "../api/usePages";

const KEY = ["lab orders"];
const EVERY = 3000;

/** Whether more may become of an order. */
export const isLive = ({ state }: LabOrder) => state === "waiting" || state === "running";

export const useLabOrders = () =>
  usePages(KEY, (cursor) =>
    must(client.GET("/api/lab-orders", { params: { query: cursor === undefined ? {} : { cursor } } })),
  );

/** One order with its prints, asked again while more may become of it. */
export const useLabOrder = (id: string | null) =>
  useQuery({
    queryKey: [...KEY, id],
    enabled: id !== null,
    refetchInterval: ({ state }) => (state.data && isLive(state.data) ? EVERY : false),
    queryFn: () =>
      must(client.GET("/api/lab-orders/{order_id}", { params: { path: { order_id: id ?? "" } } })),
  });

export const useLabOffer = (print: number, version: number, wanted: boolean) =>
  useQuery({
    queryKey: ["lab offer", print, version],
    enabled: wanted,
    retry: false,
    queryFn: () =>
      must(client.GET("/api/prints/{print_id}/lab-offer", { params: { path: { print_id: print } } })),
  });

export function useLabOrderChanges() {
  const queries = useQueryClient();
  const onSettled = () => void queries.invalidateQueries({ queryKey: KEY });
  const cancel = useMutation<LabOrder, ApiProblem, string>({
    mutationFn: (id) =>
      must(client.POST("/api/lab-orders/{order_id}/cancel", { params: { path: { order_id: id } } })),
    onSettled,
  });
  const send = useMutation<LabOrder, ApiProblem, { print: number; copies: number }>({
    mutationFn: ({ print, copies }) =>
      must(
        client.POST("/api/prints/{print_id}/lab-orders", {
          params: { path: { print_id: print } },
          body: { copies },
        }),
      ),
    onSettled,
  });
  return { cancel, send };
}
