import { useQueryClient } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { Lab, LabChoice, Labs, LabSize } from "../api/types";
import { useKeptTable } from "../api/useKeptTable";

/** Whom this studio sends prints to; changed by hand, taken from a table, or back to what ships. */
export function useLabs() {
  const queries = useQueryClient();
  return useKeptTable<Labs>({
    key: ["labs"],
    load: () => must(client.GET("/api/labs")),
    save: (version, table) => must(client.PUT("/api/labs", { body: { version, table: { ...table } } })),
    takeIn: (version, text) => must(client.POST("/api/labs/csv", { body: { version, text } })),
    forget: (version) => must(client.DELETE("/api/labs", { params: { query: { version } } })),
    after: () => void queries.invalidateQueries({ queryKey: ["labs"], exact: true }),
  });
}

/** What a plan keeps of a lab and its size: their keys, and what stands in the row now. */
export const asChosen = (lab: Lab, size: LabSize, currency: string): LabChoice => ({
  key: lab.key,
  size: size.key,
  used: {
    name: lab.name,
    formats: lab.formats,
    most_bytes: lab.most_bytes,
    most_px: lab.most_px,
    grid_ppi: lab.grid_ppi,
    profile: lab.profile,
    ink_limit: lab.ink_limit,
    fits: lab.fits,
    sharpens: lab.sharpens,
    borders: lab.borders,
    days: lab.days,
    size,
    currency,
  },
});
