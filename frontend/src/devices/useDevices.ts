import { useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { Device, DeviceChoice, DeviceFeed, Devices } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

/** What this studio prints with; changed by hand, taken from a table, or back to what ships. */
export function useDevices() {
  const queries = useQueryClient();
  return useKeptTable<Devices>({
    key: ["devices"],
    load: () => must(client.GET("/api/devices")),
    save: (version, table) => must(client.PUT("/api/devices", { body: { version, table: { ...table } } })),
    takeIn: (version, text) => must(client.POST("/api/devices/csv", { body: { version, text } })),
    forget: (version) => must(client.DELETE("/api/devices", { params: { query: { version } } })),
    after: () => void queries.invalidateQueries({ queryKey: ["devices"], exact: true }),
  });
}

/** What a plan keeps of a device and its feed: their keys, and what stands in their rows now. */
export const asChosen = (device: Device, feed: DeviceFeed): DeviceChoice => ({
  key: device.key,
  feed: feed.key,
  borderless: null,
  used: {
    name: device.name,
    kind: device.kind,
    native_ppi: device.native_ppi,
    feed,
    media: device.media,
    corrects: device.corrects,
  },
});
