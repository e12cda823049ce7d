import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { client, must } from "../api/client";
import { wholeState } from "../api/queryClient";
import type { SensorsKept, SensorTable, Unit } from "../api/types";

export interface SensorsAsked {
  distance: string;
  factor: number;
  unit: Unit;
}

type Change =
  | { by: (now: SensorTable) => SensorTable }
  | { csv: string }
  | { shipped: true }
  | { takeBack: SensorTable };

/** The account's table of sensors, its changes, and what stood there before the last one. */
export function useSensors(query: SensorsAsked) {
  const queries = useQueryClient();
  const [back, setBack] = useState<SensorTable | null>(null);
  const before = useRef<SensorTable | null>(null);
  const kept = useQuery({
    queryKey: ["sensors", query],
    placeholderData: (old: SensorsKept | undefined) => old,
    retry: false,
    queryFn: () => must(client.GET("/api/sensors", { params: { query } })),
  });
  const held = () => queries.getQueryData<SensorsKept>(["sensors", query]) ?? kept.data;
  const change = useMutation({
    // Each on what the one before has left: nothing is lost, none stands in another's way.
    ...wholeState("sensors"),
    mutationFn: (given: Change) => {
      const now = held();
      if (!now) return Promise.reject(new Error("The table has not come yet."));
      const { version } = now;
      before.current = now.table;
      if ("csv" in given)
        return must(
          client.POST("/api/sensors/csv", { params: { query }, body: { version, text: given.csv } }),
        );
      if ("shipped" in given)
        return must(client.DELETE("/api/sensors", { params: { query: { ...query, version } } }));
      const table = "by" in given ? given.by(now.table) : given.takeBack;
      return must(client.PUT("/api/sensors", { params: { query }, body: { version, table } }));
    },
    onSuccess: (now, given) => {
      setBack("takeBack" in given ? null : before.current);
      queries.setQueryData(["sensors", query], now);
      void queries.invalidateQueries({ queryKey: ["how-big"] });
    },
    // Changed elsewhere: what is there now is shown.
    onError: () => queries.invalidateQueries({ queryKey: ["sensors"] }),
  });
  const takeBack = back && (() => change.mutate({ takeBack: back }));
  return { kept, change, takeBack };
}
