import { useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { PictureFacts } from "../api/types";
import { useWholeList } from "../api/usePages";

/** So many at once, the most a page holds. */
const PAGE = 100;

const pageOf = (job: number | null) => (cursor: string | undefined) =>
  must(
    client.GET("/api/pictures", {
      params: { query: { page_size: PAGE, ...(job !== null && { job }), ...(cursor && { cursor }) } },
    }),
  );

/** The pictures of a job, or all there are, the newest first; so many at most. */
export const useManyPictures = (job: number | null, most: number) =>
  useWholeList(["pictures", "of", job], pageOf(job), most);

/** The newest pictures, for choosing one; the one that is chosen is among them, however old. */
export function useNewestPictures(chosen = ""): PictureFacts[] {
  const newest = useQuery({ queryKey: ["pictures", "newest"], queryFn: () => pageOf(null)(undefined) });
  const there = newest.data?.items ?? [];
  const missing = newest.data !== undefined && chosen !== "" && !there.some(({ id }) => id === chosen);
  const own = usePicture(chosen, missing).data;
  return missing && own ? [own, ...there] : there;
}

export const usePicture = (id: string, enabled = true) =>
  useQuery({
    enabled,
    queryKey: ["pictures", id],
    queryFn: () => must(client.GET("/api/pictures/{picture_id}", { params: { path: { picture_id: id } } })),
  });
