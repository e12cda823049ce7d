// Plans in hand: the print on the bench, and what other prints still wait to have saved.
import { client, must } from "../api/client";
import type { Plan, PrintState } from "../api/types";
import { designStore } from "../designs/designStore";
import { whatChanged } from "./whatChanged";

const path = (id: number) => ({ params: { path: { print_id: id } } });

export const usePlanStore = designStore<PrintState, Plan>({
  word: "print",
  place: (id) => `/prints/${id}`,
  load: (id) => must(client.GET("/api/prints/{print_id}", path(id))),
  save: (id, plan, version) =>
    must(
      client.PUT("/api/prints/{print_id}/plan", {
        ...path(id),
        body: { plan: plan as Record<string, unknown>, version },
      }),
    ),
  walk: (id, way, version) =>
    must(client.POST(`/api/prints/{print_id}/${way}`, { ...path(id), body: { version } })),
  documentOf: (print) => print.plan,
  withDocument: (print, plan) => ({ ...print, plan }),
  whatChanged,
});
