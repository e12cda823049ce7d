import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { ApiProblem, client, must } from "../api/client";
import { inOrder } from "../api/latestWins";
import { useChanges } from "../api/useChanges";
import type { RecipeState, Tick, TraySettings } from "../api/types";
import { screenSpace } from "../colour/screen";

/** What is set in the dialog, where that is not as the recipe says. */
export type Given = Partial<TraySettings>;

/** The recipe of a print as it is saved, and its ticks. */
export function useRecipe(print: number, version: number) {
  const key = ["recipe", print, version];
  const recipe = useQuery({
    queryKey: key,
    placeholderData: keepPreviousData,
    queryFn: () =>
      must(client.GET("/api/prints/{print_id}/recipe", { params: { path: { print_id: print } } })),
  });
  const queries = useQueryClient();
  const ticks = useChanges<Record<string, Tick>, RecipeState>({
    say: (change, turn) =>
      must(
        client.POST("/api/prints/{print_id}/recipe/ticks", {
          params: { path: { print_id: print } },
          body: { ticks: Object.values(change).filter((tick) => tick !== undefined) },
          ...inOrder(turn),
        }),
      ),
    heard: (state) => {
      queries.setQueryData(key, state);
      void queries.invalidateQueries({ queryKey: ["log"] });
    },
    refused: () => void recipe.refetch(),
  });
  const state = recipe.data;
  return {
    state: state && { ...state, ticked: withUnsaid(state.ticked, ticks.unsaid) },
    tick: (tick: Tick) => ticks.change({ [tick.line]: tick }),
    isSaving: ticks.isSaving,
    problem: recipe.error?.message ?? "",
    tickProblem: ticks.problem,
  };
}

/** What is ticked, with what the server has not heard of yet. */
function withUnsaid(ticked: string[], unsaid: Partial<Record<string, Tick>>): string[] {
  const changed = Object.values(unsaid).filter((tick) => tick !== undefined);
  const on = changed.filter((tick) => tick.on).map((tick) => tick.line);
  return [...ticked.filter((line) => !(line in unsaid)), ...on];
}

const asked = (given: Given) =>
  Object.fromEntries(Object.entries(given).map(([name, value]) => [name, String(value)]));

/** What lies in the tray by what is set; the one before stays until it has come. */
export const useTray = (print: number, version: number, given: Given) =>
  useQuery({
    queryKey: ["tray", print, version, given],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () =>
      must(
        client.GET("/api/prints/{print_id}/tray", {
          params: { path: { print_id: print }, query: given },
        }),
      ),
  });

/** The colours that come out, as a table for the screen's pixels. */
export const useTrayTable = (print: number, version: number, given: Given) =>
  useQuery({
    queryKey: ["tray table", print, version, given.driver_colour ?? null, given.medium ?? null],
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: async () => {
      const { driver_colour, medium } = given;
      const query = new URLSearchParams({
        ...asked({
          ...(driver_colour !== undefined && { driver_colour }),
          ...(medium !== undefined && { medium }),
        }),
        space: screenSpace() === "srgb" ? "srgb" : "p3",
      }).toString();
      const answer = await fetch(`/api/prints/${print}/tray/table?${query}`);
      if (!answer.ok) throw new ApiProblem(answer.status, "The colours of the paper did not come.");
      return new Uint8Array(await answer.arrayBuffer());
    },
  });

/** `scaling=100` as what is set. */
export function settingOf(fix: string): Given | null {
  const [name, value] = fix.split("=");
  if (name === undefined || value === undefined) return null;
  if (name === "scaling") return { scaling: value };
  if (name === "medium") return { medium: value };
  if (name === "turn") return { turn: value === "90" ? 90 : 0 };
  if (name === "quality") return { quality: value === "draft" ? "draft" : "best" };
  if (name === "borderless") return { borderless: value === "yes" };
  if (name === "driver-colour") return { driver_colour: value === "yes" };
  return null;
}

/** What is set without what is as the recipe says anyway. */
export const butFor = (given: Given, recipe: TraySettings): Given =>
  Object.fromEntries(
    Object.entries(given).filter(([name, value]) => recipe[name as keyof TraySettings] !== value),
  );
