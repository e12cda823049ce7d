import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import type { SensorsKept, SensorTable, Unit } from "../api/types";

export interface SensorsAsked {
  distance: string;
  factor: number;
  unit: Unit;
}

type Change =
  { table: SensorTable } | { csv: string } | { shipped: true } | { takeBack: SensorTable; version: number };

/** The account's table of sensors, its changes, and what stood there before the last one. */
export function useSensors(query: SensorsAsked) {
  const queries = useQueryClient();
  const [before, setBefore] = useState<SensorTable | null>(null);
  const kept = useQuery({
    queryKey: ["sensors", query],
    placeholderData: (old: SensorsKept | undefined) => old,
    retry: false,
    queryFn: () => must<SensorsKept>(client.GET("/api/sensors", { params: { query } })),
  });
  const version = kept.data?.version ?? 0;
  const change = useMutation({
    mutationFn: (given: Change) => {
      if ("csv" in given)
        return must<SensorsKept>(
          client.POST("/api/sensors/csv", { params: { query }, body: { version, text: given.csv } }),
        );
      if ("shipped" in given)
        return must<SensorsKept>(client.DELETE("/api/sensors", { params: { query: { ...query, version } } }));
      const table = "table" in given ? given.table : given.takeBack;
      return must<SensorsKept>(client.PUT("/api/sensors", { params: { query }, body: { version, table } }));
    },
    onSuccess: (now, given) => {
      setBefore("takeBack" in given ? null : (kept.data?.table ?? null));
      queries.setQueryData(["sensors", query], now);
      void queries.invalidateQueries({ queryKey: ["how-big"] });
    },
    // Changed elsewhere: what is there now is shown.
    onError: () => queries.invalidateQueries({ queryKey: ["sensors"] }),
  });
  const takeBack = before && (() => change.mutate({ takeBack: before, version }));
  return { kept, change, takeBack };
}
