import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import type { KeepZone, PictureFacts } from "../api/types";

/** The zones of a picture as the hand has them, and as they are saved: the newest always last. */
export function useKeepZones(picture: PictureFacts) {
  const queries = useQueryClient();
  const [hand, setHand] = useState<KeepZone[] | null>(null);
  const change = useMutation({
    scope: { id: `keep-${picture.id}` },
    mutationFn: (keep: KeepZone[]) =>
      must<PictureFacts>(client.PUT("/api/pictures/{picture_id}/keep", { params: { path: { picture_id: picture.id } }, body: { keep } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["pictures"] }),
  });
  const save = (keep: KeepZone[]) => {
    setHand(keep);
    change.mutate(keep);
  };
  return { keep: hand ?? picture.keep, put: setHand, save, problem: change.error?.message ?? "" };
}
