import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";
import { pageOfPrints } from "../api/pagesOfPrints";
import { useWholeList } from "../api/usePages";
import { usePreferences } from "../session/useSession";

interface Asked {
  print: number;
  /** The version of the print, so that what is changed is asked for anew. */
  version: number;
  other: number | null;
  px_per_mm: number;
  eyes: number;
}

/** Two prints as an eye sees both from where the first is looked at; null while there is no other. */
export function useBeside({ print, version, other, px_per_mm, eyes }: Asked) {
  const { account } = usePreferences();
  const query = { px_per_mm, eyes, unit: account.unit };
  return useQuery({
    queryKey: ["prints", print, "beside", other, version, query],
    enabled: other !== null && px_per_mm > 0,
    placeholderData: keepPreviousData,
    queryFn: () =>
      must(
        client.GET("/api/prints/{print_id}/beside/{other_id}", {
          params: { path: { print_id: print, other_id: other ?? print }, query },
        }),
      ),
  });
}

/** So many prints of a job are offered to be looked at beside one. */
const MOST_OFFERED = 300;

/** The prints of a job, for choosing one to look at. */
export const useJobsPrints = (job: number) =>
  useWholeList(["jobs", job, "prints"], pageOfPrints(job), MOST_OFFERED).items;
