// What the paper shows of what is printed: asked for, waited for; then the print is told.
import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { create } from "zustand";
import { client, must } from "../api/client";
import type { GamutFound, Plan } from "../api/types";

const POLL_MS = 250;

/** How often something was found; what rests on it is asked for again then. */
export const useGamutsFound = create<{ times: number }>(() => ({ times: 0 }));

export function useGamut(picture: string, plan: Plan, output: Plan["output"]) {
  const wanted = typeof output.profile !== "string";
  // What its crop and its colours rest on; nothing else makes it another.
  const key = [
    output.profile,
    output.intent,
    output.black_point,
    plan.target,
    plan.edge,
    plan.fit,
    plan.marks,
  ];
  const asked = useQuery({
    queryKey: ["gamut", picture, JSON.stringify(key)],
    enabled: wanted,
    staleTime: Infinity,
    retry: false,
    queryFn: () =>
      must(
        client.POST("/api/pictures/{picture_id}/gamuts", {
          params: { path: { picture_id: picture } },
          body: { plan: { ...plan, output } },
        }),
      ),
  });
  const id = asked.data?.id ?? null;
  const row = useQuery({
    queryKey: ["gamuts", id],
    enabled: id !== null,
    staleTime: Infinity,
    queryFn: () => must(client.GET("/api/gamuts/{row_id}", { params: { path: { row_id: id ?? "" } } })),
    refetchInterval: ({ state: { data } }) =>
      data && data.state !== "done" && data.state !== "failed" ? POLL_MS : false,
  });
  const found: GamutFound | null = row.data?.found ?? null;
  useEffect(() => {
    if (found) useGamutsFound.setState(({ times }) => ({ times: times + 1 }));
  }, [found]);
  const problem = asked.error?.message ?? (row.data?.state === "failed" ? row.data.problem : "");
  return { found, problem, busy: wanted && !found && !problem };
}
