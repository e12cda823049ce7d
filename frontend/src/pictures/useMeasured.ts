import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import type { Measured } from "../api/types";

const ASK_AGAIN_MS = 1500;

/** Whether nothing more comes: it was measured, or could not be. */
export const over = (measured: Measured | undefined) =>
  measured?.state === "done" || measured?.state === "failed";

/** What was measured of a picture's pixels; asked for until it is there, and not at all without a picture. */
export function useMeasured(picture: string | null) {
  return useQuery({
    queryKey: ["pictures", picture, "measures"],
    queryFn: () =>
      must(
        client.GET("/api/pictures/{picture_id}/measures", {
          params: { path: { picture_id: picture ?? "" } },
        }),
      ),
    enabled: picture !== null,
    refetchInterval: ({ state }) => (over(state.data) ? false : ASK_AGAIN_MS),
  });
}

/** The picture whose measures came after an answer that had to do without them; `waiting` is null where none does. */
export function useMeasuresFound(waiting: string | null): string | null {
  const [found, setFound] = useState<string | null>(null);
  const { data } = useMeasured(waiting);
  if (waiting !== null && found !== waiting && over(data)) setFound(waiting);
  return found;
}
