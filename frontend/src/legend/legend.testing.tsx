import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import type { Legend } from "../api/types";

/** A legend that says nothing: where it stands, only the words are seen. */
export const NO_LEGEND: Legend = {
  figures: {},
  findings: {},
  choices: {},
  words: {},
  figure_families: [],
  finding_families: [],
  choice_families: [],
  choice_groups: {},
};

/** A page around a single part, with what is asked of a server already there. */
export function Around({ children, legend = NO_LEGEND }: { children: ReactNode; legend?: Legend }) {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  queries.setQueryData(["legend"], legend);
  queries.setQueryData(["reference"], {
    media: [],
    formats: [],
    methods: [],
    edges: [],
    criteria: [],
    layout_kinds: [],
    sources: {},
    size_examples: [],
  });
  return (
    <MemoryRouter>
      <QueryClientProvider client={queries}>{children}</QueryClientProvider>
    </MemoryRouter>
  );
}
