import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { FromThere } from "../api/types";
import { usePreferences } from "../session/useSession";

interface Seen {
  ppi: number;
  distance: number;
  spread: number;
  px_per_mm: number;
  eyes: number;
}

/** How a print is shown so that it looks as from its own distance; null while something is not known. */
export function useFromThere(seen: Seen): FromThere | null {
  const { account } = usePreferences();
  const query = { ...seen, unit: account.unit };
  const { data } = useQuery({
    queryKey: ["from-there", query],
    enabled: seen.ppi > 0 && seen.distance > 0 && seen.px_per_mm > 0,
    placeholderData: keepPreviousData,
    queryFn: () => must(client.GET("/api/from-there", { params: { query } })),
  });
  return data ?? null;
}
