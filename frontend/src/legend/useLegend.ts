import { useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";
import type { Legend, LegendEntry } from "../api/types";

/** What a legend is asked for: a figure, a finding, a choice (or a group of them) or a word, by its id. */
export type About = `${"figure" | "finding" | "choice" | "word"}:${string}`;

/** The entry of a thing; undefined until the legend has come, and where there is none. */
export function useEntry(about: About): LegendEntry | undefined {
  const legend = useLegend();
  return legend && entryOf(legend, about);
}

function useLegend(): Legend | undefined {
  const { data } = useQuery({
    queryKey: ["legend"],
    staleTime: Infinity,
    queryFn: () => must(client.GET("/api/legend")),
  });
  return data;
}

/** The ways of a group, each with its sentence; none where it is no group of ways. */
export function useWays(about: About): LegendEntry[] {
  const legend = useLegend();
  const ways = about.startsWith("choice:") ? legend?.choice_groups[about.slice("choice:".length)] : undefined;
  return (ways ?? []).flatMap((way) => legend?.choices[way] ?? []);
}

/** Ids of several sides or pieces (`nail_x_3`) share an entry: that of the first family they belong to. */
export function entryOf(legend: Legend, about: About): LegendEntry | undefined {
  const [kind, name] = [about.slice(0, about.indexOf(":")), about.slice(about.indexOf(":") + 1)];
  if (kind === "figure") return inFamilies(legend.figures, legend.figure_families, name);
  if (kind === "finding") return inFamilies(legend.findings, legend.finding_families, name);
  if (kind === "choice") return inFamilies(legend.choices, legend.choice_families, name);
  return legend.words[name];
}

function inFamilies(
  entries: Legend["figures"],
  families: Legend["figure_families"],
  name: string,
): LegendEntry | undefined {
  const family = families.find(([begin, end]) => name.startsWith(begin) && name.endsWith(end));
  return entries[name] ?? (family && entries[family[2]]);
}
