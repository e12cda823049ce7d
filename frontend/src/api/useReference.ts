import { useQuery } from "@tanstack/react-query";
import { client, must } from "./client";
import type { Reference } from "./types";

/** What the server offers to choose from, and where its rules come from. It does not change. */
export function useReference() {
  return useQuery({
    queryKey: ["reference"],
    staleTime: Infinity,
    queryFn: () => must(client.GET("/api/reference")),
  });
}

const NOTHING: Pick<Reference, "formats" | "methods" | "edges"> = { formats: [], methods: [], edges: [] };

/** Formats, methods and edges as rows of alternatives offer them; none until the server has said which there are. */
export function useOptions() {
  const { formats, methods, edges } = useReference().data ?? NOTHING;
  return {
    formats: formats.map(option),
    methods: methods.map(option),
    edges: edges.map(({ id, label, of_many }) => ({ value: id, label, ofMany: of_many ?? null })),
    /** Whether a format keeps lines and letters as such, so that all sheets go into one file. */
    holdsVectors: (format: string) => formats.some(({ id, vectors }) => id === format && vectors),
    /** The bits a channel that a format can hold; none while that is not known. */
    bitsOf: (format: string) => formats.find(({ id }) => id === format)?.bits ?? [],
  };
}

const option = <Id extends string>({ id, label }: { id: Id; label: string }) => ({ value: id, label });
