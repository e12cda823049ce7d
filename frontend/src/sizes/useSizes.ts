import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, credentials, must, NO_ANSWER, ApiProblem, problemOf } from "../api/client";
import type { SizeEntry } from "../api/types";

export const findSizes = (text: string) =>
  must(client.GET("/api/sizes", { params: { query: { find: text } } }));

export function useSizes(text = "") {
  return useQuery({
    queryKey: ["sizes", text],
    queryFn: () => findSizes(text),
    placeholderData: (old) => old,
  });
}

export function useSets() {
  return useQuery({ queryKey: ["size-sets"], queryFn: () => must(client.GET("/api/size-sets")) });
}

/** Changes to the library, one after the other; each makes what was read of it fresh again. */
export function useLibraryChange<T, R>(run: (given: T) => Promise<R>) {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: "library" },
    mutationFn: run,
    onSuccess: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: ["sizes"] }),
        queries.invalidateQueries({ queryKey: ["size-sets"] }),
      ]),
  });
}

export interface NewSize {
  name: string;
  width: string;
  height: string;
  unit: string;
  group: string;
  frames: SizeEntry["frames"];
  note: string;
}

export const addSize = (size: NewSize) => must(client.POST("/api/sizes", { body: size }));

export const changeSize = (given: { key: string; size: NewSize }) =>
  must(client.PUT("/api/sizes/{key}", { params: { path: { key: given.key } }, body: given.size }));

export const describeSize = (given: { key: string; frames?: SizeEntry["frames"]; note?: string }) =>
  must(
    client.PATCH("/api/sizes/{key}", {
      params: { path: { key: given.key } },
      body: { frames: given.frames ?? null, note: given.note ?? null },
    }),
  );

export const removeSize = (key: string) =>
  must(client.DELETE("/api/sizes/{key}", { params: { path: { key } } }));

export const keepSet = (given: { id?: number; name: string; keys: string[] }) => {
  const body = { name: given.name, keys: given.keys };
  return given.id === undefined
    ? must(client.POST("/api/size-sets", { body }))
    : must(client.PUT("/api/size-sets/{set_id}", { params: { path: { set_id: given.id } }, body }));
};

export const removeSet = (id: number) =>
  must(client.DELETE("/api/size-sets/{set_id}", { params: { path: { set_id: id } } }));

/** Send a CSV table as it is; the server reads it whole or not at all. */
export async function importSizes(file: File): Promise<{ added: number; known: number }> {
  let answer: Response;
  try {
    answer = await fetch("/api/sizes.csv", {
      method: "POST",
      body: file,
      headers: { "Content-Type": "text/csv", ...credentials("POST") },
    });
  } catch {
    throw new ApiProblem(0, NO_ANSWER);
  }
  const body: unknown = await answer.json();
  if (!answer.ok) throw problemOf(answer.status, body);
  return body as { added: number; known: number };
}
