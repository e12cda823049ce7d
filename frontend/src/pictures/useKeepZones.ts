import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { client, must } from "../api/client";
import { LatestWins } from "../api/latestWins";
import type { KeepZone, PictureFacts } from "../api/types";

/** The zones of a picture as the hand has them, and as they are saved: the newest always last. */
export function useKeepZones(picture: PictureFacts) {
  const queries = useQueryClient();
  const [hand, setHand] = useState<KeepZone[] | null>(null);
  const [problem, setProblem] = useState("");
  const unanswered = useRef<KeepZone[] | null>(null);
  const line = useRef<LatestWins<KeepZone[], PictureFacts> | null>(null);
  const save = (keep: KeepZone[]) => {
    line.current ??= new LatestWins<KeepZone[], PictureFacts>(
      (asked) => kept(picture.id, asked),
      (_, asked) => {
        if (unanswered.current === asked) unanswered.current = null;
        setProblem("");
        void queries.invalidateQueries({ queryKey: ["pictures"] });
      },
      (error) => setProblem(error.message),
    );
    setHand(keep);
    unanswered.current = keep;
    line.current.put(keep);
  };
  // Who leaves the page before the server has answered loses nothing: the last word is sent along.
  const { id } = picture;
  useEffect(() => {
    const lastWord = () => {
      if (unanswered.current) void kept(id, unanswered.current, true).catch(() => undefined);
    };
    window.addEventListener("pagehide", lastWord);
    return () => window.removeEventListener("pagehide", lastWord);
  }, [id]);
  return { keep: hand ?? picture.keep, put: setHand, save, problem };
}

function kept(picture: string, keep: KeepZone[], keepalive = false): Promise<PictureFacts> {
  return must(
    client.PUT("/api/pictures/{picture_id}/keep", {
      params: { path: { picture_id: picture } },
      body: { keep },
      keepalive,
    }),
  );
}
