// Pictures from a disk into a book: each becomes a print of its job, then a picture of the book without a place yet.
import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { bringPicture } from "../../api/bringPicture";
import { client, must } from "../../api/client";
import type { LayoutState } from "../../api/types";
import { useLayoutStore } from "../layoutStore";

export interface Bringing {
  /** Which file of how many is on its way; null: none. */
  now: { number: number; of: number; name: string; share: number } | null;
  /** What did not come, in words. */
  refused: string[];
}

/** Sends one file; the number of the print that it became. Throws what is wrong, in words. */
async function printOf(file: File, job: number, progress: (share: number) => void): Promise<number> {
  const read = await bringPicture(file, progress);
  const print = await must(
    client.POST("/api/jobs/{job_id}/prints", {
      params: { path: { job_id: job } },
      body: { picture: read.id },
    }),
  );
  return print.id;
}

/** One after the other; all that came are added to the book at once. */
export function useBring(layout: LayoutState) {
  const [bringing, setBringing] = useState<Bringing>({ now: null, refused: [] });
  const busy = useRef(false);
  const queries = useQueryClient();
  const bring = async (files: File[]) => {
    if (busy.current || !files.length) return;
    busy.current = true;
    const prints: number[] = [];
    const refused: string[] = [];
    for (const [at, file] of files.entries()) {
      const tell = (share: number) =>
        setBringing({
          now: { number: at + 1, of: files.length, name: file.name, share },
          refused: [...refused],
        });
      tell(0);
      try {
        prints.push(await printOf(file, layout.job, tell));
      } catch (error) {
        refused.push(`${file.name}: ${(error as Error).message}`);
      }
    }
    try {
      const saved = prints.length ? await useLayoutStore.getState().flush() : null;
      if (saved) {
        const state = await must(
          client.POST("/api/layouts/{layout_id}/prints", {
            params: { path: { layout_id: layout.id } },
            body: { prints, version: saved.version },
          }),
        );
        useLayoutStore.getState().open(state);
      }
    } catch (error) {
      refused.push(
        `The pictures are prints of the job now, and not in the book: ${(error as Error).message}`,
      );
    }
    setBringing({ now: null, refused });
    busy.current = false;
    void queries.invalidateQueries({ queryKey: ["jobs"] });
  };
  return { ...bringing, bring };
}
