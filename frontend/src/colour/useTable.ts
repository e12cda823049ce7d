import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ApiProblem } from "../api/client";
import type { Plan } from "../api/types";
import { screenSpace } from "./screen";

/** How colours come to a paper, and whether its white is shown. */
export interface Rendering {
  key: string;
  intent: Plan["output"]["intent"];
  black_point: boolean;
  paper: boolean;
  /** The key of the profile of the screen; none where it is as the browser takes it. */
  screen: string;
}

/** The soft proof of a profile as a table; the one before stays until it has come. */
export const useTable = (wanted: Rendering | null) =>
  useQuery({
    queryKey: ["table", wanted],
    enabled: wanted !== null,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
    queryFn: async () => {
      if (!wanted) throw new ApiProblem(0, "");
      const query = new URLSearchParams({
        black_point: String(wanted.black_point),
        paper: String(wanted.paper),
        space: screenSpace() === "srgb" ? "srgb" : "p3",
        ...(wanted.screen && { screen: wanted.screen }),
      }).toString();
      const answer = await fetch(
        `/api/profiles/${encodeURIComponent(wanted.key)}/table/${wanted.intent}?${query}`,
      );
      if (!answer.ok) throw new ApiProblem(answer.status, "The profile could not be read. Choose another.");
      return new Uint8Array(await answer.arrayBuffer());
    },
  });
