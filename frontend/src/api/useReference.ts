import { useQuery } from "@tanstack/react-query";
import { client, must } from "./client";

/** What the server offers to choose from, and where its rules come from. It does not change. */
export function useReference() {
  return useQuery({
    queryKey: ["reference"],
    staleTime: Infinity,
    queryFn: () => must(client.GET("/api/reference")),
  });
}
