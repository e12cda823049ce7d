import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { client, must } from "../api/client";
import type { PictureFacts, PrintState } from "../api/types";
import { sendPicture } from "../api/upload";

/** A file on its way in. */
export interface Arriving {
  key: number;
  name: string;
  share: number;
  state: "waiting" | "sending" | "reading" | "ready" | "refused";
  words: string;
}

let counter = 0;
const POLL_MS = 80;

/** Brings files one after the other, each becoming a print of the job. */
export function useArrivals(job: number) {
  const queries = useQueryClient();
  const [arrivals, setArrivals] = useState<Arriving[]>([]);

  const bring = useCallback(
    async (files: File[]) => {
      const fresh = files.map((file) => ({
        file,
        row: { key: ++counter, name: file.name, share: 0, state: "waiting", words: "" } as Arriving,
      }));
      const tell = (key: number, change: Partial<Arriving>) =>
        setArrivals((rows) => rows.map((row) => (row.key === key ? { ...row, ...change } : row)));
      setArrivals((rows) => [...rows, ...fresh.map((item) => item.row)]);
      for (const { file, row } of fresh) {
        tell(row.key, { state: "sending" });
        try {
          const arrival = await sendPicture(file, (share) => tell(row.key, { share }));
          tell(row.key, { state: "reading", share: 1 });
          const picture = await readThrough(arrival.picture);
          if (picture.state === "refused") {
            tell(row.key, { state: "refused", words: picture.problem });
            continue;
          }
          await must<PrintState>(
            client.POST("/api/jobs/{job_id}/prints", {
              params: { path: { job_id: job } },
              body: { picture: picture.id },
            }),
          );
          tell(row.key, { state: "ready", words: arrival.known ? "known already, one file kept" : "" });
          await queries.invalidateQueries({ queryKey: ["jobs"] });
        } catch (error) {
          tell(row.key, { state: "refused", words: (error as Error).message });
        }
      }
    },
    [job, queries],
  );
  const clear = () => setArrivals((rows) => rows.filter((row) => !isOver(row)));
  return { arrivals, bring, clear };
}

export const isOver = (row: Arriving) => row.state === "ready" || row.state === "refused";

/** Wait until the worker has read the whole file. */
async function readThrough(picture: PictureFacts): Promise<PictureFacts> {
  let now = picture;
  while (now.state === "reading") {
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
    now = await must<PictureFacts>(
      client.GET("/api/pictures/{picture_id}", { params: { path: { picture_id: picture.id } } }),
    );
  }
  return now;
}
