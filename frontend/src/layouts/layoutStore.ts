// Layouts in hand: the one whose page is open, and what others still wait to have saved.
import { client, must } from "../api/client";
import type { AnyLayoutRequest, LayoutState } from "../api/types";
import { designStore } from "../designs/designStore";

const path = (id: number) => ({ params: { path: { layout_id: id } } });

/** The kinds that decide how large their plan is. */
const SIZES: ReadonlySet<AnyLayoutRequest["kind"]> = new Set(["id", "life", "panels", "book"]);

/** A request as it is sent: where its kind decides the size, that of before must not stand against it. */
export function asSent(request: AnyLayoutRequest): Record<string, unknown> {
  if (!SIZES.has(request.kind)) return request as Record<string, unknown>;
  const plans = request.plans.map((plan) => ({ ...plan, target: undefined }));
  return { ...request, plans };
}

/** What each part of a request is called. */
const PARTS: Record<string, string> = {
  title: "title", plans: "print", sheet: "paper", marks: "marks", overlap: "overlap", turn: "turn", spread: "spread",
  order: "order", shift_x: "seams", shift_y: "seams", overview: "overview", tracing: "tones", printed: "measured bar",
  rule: "rule", face: "face", gap: "gap", copies: "copies", upload: "upload", measure: "measure", scale: "scale",
  parts: "parts", tiles: "tiles", frames: "frames", mode: "gaps", wrap: "wrap", hang: "hanging", pieces: "pieces",
  line: "line", wall: "wall", centred: "wall", may_turn: "turns", roll: "roll", price: "price", stock: "paper",
  guillotine: "cuts", view: "wall's picture", fixed: "pinned pieces", ppi: "ppi", pages: "pages", page: "page size",
  bleed: "bleed", safe: "safe edge", gutter: "gutter", binding: "binding", signature: "signatures", opens: "opening",
  paper: "paper", cover: "cover", outside: "cover", numbers: "page numbers", captions: "captions",
  title_page: "title page", spreads: "spreads", keep_together: "pairs", leave_out: "pictures", lab: "lab", files: "files", part: "part", patch: "patches",
  ladder: "ladder", device_ppi: "device", method: "enlarging", seed: "letters", number: "number", distance: "distance",
}; // oxfmt-ignore

/** In which parts two requests differ, in words: "overlap", "seams and paper". */
export function whatChanged(before: AnyLayoutRequest, after: AnyLayoutRequest): string {
  const part = (request: AnyLayoutRequest, name: string) =>
    JSON.stringify((request as Record<string, unknown>)[name] ?? null);
  const differ = Object.keys(PARTS).filter((name) => part(before, name) !== part(after, name));
  const words = [...new Set(differ.map((name) => PARTS[name] ?? name))];
  const last = words.pop();
  return words.length ? `${words.join(", ")} and ${last}` : (last ?? "");
}

export const useLayoutStore = designStore<LayoutState, AnyLayoutRequest>({
  word: "layout",
  place: (id) => `/layouts/${id}`,
  load: (id) => must(client.GET("/api/layouts/{layout_id}", path(id))),
  save: (id, document, version) =>
    must(
      client.PUT("/api/layouts/{layout_id}/document", {
        ...path(id),
        body: { document: asSent(document), version },
      }),
    ),
  walk: (id, way, version) =>
    must(client.POST(`/api/layouts/{layout_id}/${way}`, { ...path(id), body: { version } })),
  documentOf: (layout) => layout.document,
  withDocument: (layout, document) => ({ ...layout, document }),
  whatChanged,
});
