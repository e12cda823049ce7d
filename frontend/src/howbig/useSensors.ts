import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import type { SensorTable, Unit } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

export interface SensorsAsked {
  distance: string;
  factor: number;
  unit: Unit;
}

/** The account's table of cameras, its changes, and what stood there before the last one. */
export function useSensors() {
  const queries = useQueryClient();
  const [back, setBack] = useState<SensorTable | null>(null);
  const table = useKeptTable<SensorTable>({
    key: ["sensors"],
    load: () => must(client.GET("/api/sensors")),
    save: (version, held) => must(client.PUT("/api/sensors", { body: { version, table: { ...held } } })),
    takeIn: (version, text) => must(client.POST("/api/sensors/csv", { body: { version, text } })),
    forget: (version) => must(client.DELETE("/api/sensors", { params: { query: { version } } })),
    after: () => void queries.invalidateQueries({ queryKey: ["how-big"] }),
  });
  const before = () => setBack(table.kept.data?.table ?? null);
  return {
    ...table,
    change: (by: (now: SensorTable) => SensorTable) => {
      before();
      table.change(by);
    },
    takeIn: (text: string) => {
      before();
      table.takeIn(text);
    },
    forget: () => {
      before();
      table.forget();
    },
    takeBack:
      back &&
      (() => {
        setBack(null);
        table.change(() => back);
      }),
  };
}

/** How large their pictures print from there, on that: worked out of the table as it was saved. */
export function useSensorSizes(query: SensorsAsked, version: number | undefined) {
  return useQuery({
    queryKey: ["how-big", "sensors", query, version],
    enabled: version !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => must(client.GET("/api/sensors/found", { params: { query } })),
  });
}
