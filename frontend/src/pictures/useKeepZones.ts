import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { client, must } from "../api/client";
import { inOrder, LatestWins, type Turn } from "../api/latestWins";
import { useLastWord } from "../api/useLastWord";
import type { KeepZone, PictureFacts } from "../api/types";

/** The zones of a picture as the hand has them, and as they are saved: the newest always last. */
export function useKeepZones(picture: PictureFacts) {
  const queries = useQueryClient();
  const [hand, setHand] = useState<KeepZone[] | null>(null);
  const [problem, setProblem] = useState("");
  const line = useRef<LatestWins<KeepZone[], PictureFacts> | null>(null);
  const save = (keep: KeepZone[]) => {
    line.current ??= new LatestWins<KeepZone[], PictureFacts>(
      (asked, turn) => kept(picture.id, asked, turn),
      () => {
        setProblem("");
        void queries.invalidateQueries({ queryKey: ["pictures"] });
      },
      (error) => setProblem(error.message),
    );
    setHand(keep);
    line.current.put(keep);
  };
  useLastWord(() => (line.current ? [line.current] : []));
  return { keep: hand ?? picture.keep, put: setHand, save, problem };
}

function kept(picture: string, keep: KeepZone[], turn: Turn): Promise<PictureFacts> {
  return must(
    client.PUT("/api/pictures/{picture_id}/keep", {
      params: { path: { picture_id: picture } },
      body: { keep },
      ...inOrder(turn),
    }),
  );
}
