import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, credentials, must, problemOf } from "../api/client";
import type { ProfileState } from "../api/types";

const KEY = ["profiles"];

export const useProfiles = () =>
  useQuery({ queryKey: KEY, queryFn: () => must(client.GET("/api/profiles")) });

export const useReach = (key: string | null) =>
  useQuery({
    queryKey: ["profiles", key, "reach"],
    enabled: key !== null,
    staleTime: Infinity,
    queryFn: () => must(client.GET("/api/profiles/{key}/reach", { params: { path: { key: key ?? "" } } })),
  });

/** What a plan keeps of a profile. */
export const asChosen = ({ key, name, hash, space }: ProfileState) => ({ key, name, hash, space });

/** Sends a file as it is. */
async function sent(file: File): Promise<ProfileState> {
  const answer = await fetch(`/api/profiles?name=${encodeURIComponent(file.name)}`, {
    method: "POST",
    body: file,
    headers: { ...credentials("POST"), "Content-Type": "application/octet-stream" },
  });
  const found: unknown = await answer.json().catch(() => null);
  if (!answer.ok) throw problemOf(answer.status, found);
  return found as ProfileState;
}

export function useProfileChanges() {
  const queries = useQueryClient();
  const onSuccess = () => void queries.invalidateQueries({ queryKey: KEY, exact: true });
  const add = useMutation({ mutationFn: sent, onSuccess });
  const change = useMutation({
    mutationFn: ({ id, ...body }: { id: number; name?: string; device?: string; medium?: string }) =>
      must(client.PATCH("/api/profiles/{profile_id}", { params: { path: { profile_id: id } }, body })),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (id: number) =>
      must(client.DELETE("/api/profiles/{profile_id}", { params: { path: { profile_id: id } } })),
    onSuccess,
  });
  return { add, change, remove };
}
