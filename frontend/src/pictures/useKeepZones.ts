import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import { inOrder } from "../api/latestWins";
import type { KeepZone, PictureFacts } from "../api/types";
import { useChanges } from "../api/useChanges";

/** The zones of a picture as the hand has them, and as they are saved: the newest always last. */
export function useKeepZones(picture: PictureFacts) {
  const queries = useQueryClient();
  const [hand, setHand] = useState<KeepZone[] | null>(null);
  const { change, problem } = useChanges<{ keep: KeepZone[] }, PictureFacts>({
    say: ({ keep = [] }, turn) =>
      must(
        client.PUT("/api/pictures/{picture_id}/keep", {
          params: { path: { picture_id: picture.id } },
          body: { keep },
          ...inOrder(turn),
        }),
      ),
    heard: () => void queries.invalidateQueries({ queryKey: ["pictures"] }),
  });
  const save = (keep: KeepZone[]) => {
    setHand(keep);
    change({ keep });
  };
  return { keep: hand ?? picture.keep, put: setHand, save, problem };
}
