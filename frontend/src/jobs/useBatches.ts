import { useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { BatchSlip } from "../api/types";

/** What was laid out in many sizes, as the lists of jobs show it. */
export function useBatches() {
  return useQuery({ queryKey: ["batches"], queryFn: () => must<BatchSlip[]>(client.GET("/api/batches")) });
}
